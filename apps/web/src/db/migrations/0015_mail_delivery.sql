ALTER TABLE "mail" ADD COLUMN "sent_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "mail" ADD COLUMN "tries" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "mail" ADD COLUMN "next_try_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "mail" ADD COLUMN "failure" text;--> statement-breakpoint
-- Letters of all firms that are due: each is taken by one process, and comes again after one, two, four … minutes unless it is told that it was sent.
CREATE FUNCTION "letters_due"(most integer) RETURNS TABLE(id uuid, firm_name text, to_name text, to_address text, subject text, body text, created_at timestamptz)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
  WITH due AS (
    SELECT m.id FROM mail m
    WHERE m.sent_at IS NULL AND m.tries < 12 AND m.created_at > now() - interval '3 days' AND coalesce(m.next_try_at, m.created_at) <= now()
    ORDER BY m.created_at LIMIT most FOR UPDATE SKIP LOCKED
  ), taken AS (
    UPDATE mail m SET tries = m.tries + 1, next_try_at = now() + least(power(2, m.tries), 720) * interval '1 minute' FROM due WHERE m.id = due.id RETURNING m.*
  )
  SELECT t.id, f.name, t.to_name, t.to_address, t.subject, t.body, t.created_at FROM taken t JOIN firm f ON f.id = t.firm_id ORDER BY t.created_at;
END $$;--> statement-breakpoint
-- What became of a letter: taken by the mail server, or why not, for good or for now.
CREATE FUNCTION "letter_told"(letter uuid, why text, for_good boolean) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE mail SET sent_at = CASE WHEN why IS NULL THEN now() END, failure = why,
    tries = CASE WHEN for_good THEN greatest(tries, 12) ELSE tries END, next_try_at = CASE WHEN why IS NULL OR for_good THEN NULL ELSE next_try_at END
  WHERE id = letter
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letters_due"(integer) FROM PUBLIC;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letter_told"(uuid, text, boolean) FROM PUBLIC;
