CREATE TABLE "mail_server" (
	"firm_id" uuid PRIMARY KEY NOT NULL,
	"host" text NOT NULL,
	"port" integer NOT NULL,
	"username" text NOT NULL,
	"sealed" text,
	"from_address" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "mail_server" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "mail_server" ADD CONSTRAINT "mail_server_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "own_firm" ON "mail_server" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
DROP FUNCTION "letters_waiting"();--> statement-breakpoint
-- Letters that some mail server could take: this installation's, or one of their firm's own.
CREATE FUNCTION "letters_waiting"(has_own boolean) RETURNS TABLE(id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.id FROM mail m WHERE m.sent_at IS NULL AND m.tries < 12 AND m.created_at > now() - interval '3 days'
    AND (has_own OR EXISTS (SELECT FROM mail_server s WHERE s.firm_id = m.firm_id)) ORDER BY m.created_at
$$;--> statement-breakpoint
DROP FUNCTION "letter_to_send"(uuid);--> statement-breakpoint
CREATE FUNCTION "letter_to_send"(letter uuid, has_own boolean) RETURNS TABLE(id uuid, firm_name text, to_name text, to_address text, subject text, body text, created_at timestamptz, server jsonb)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
  WITH taken AS (
    UPDATE mail m SET tries = m.tries + 1 WHERE m.id = letter AND m.sent_at IS NULL AND m.tries < 12
      AND (has_own OR EXISTS (SELECT FROM mail_server s WHERE s.firm_id = m.firm_id)) RETURNING m.*)
  SELECT t.id, f.name, t.to_name, t.to_address, t.subject, t.body, t.created_at,
    CASE WHEN s.firm_id IS NOT NULL THEN jsonb_build_object('host', s.host, 'port', s.port, 'username', s.username, 'sealed', s.sealed, 'fromAddress', s.from_address) END
  FROM taken t JOIN firm f ON f.id = t.firm_id LEFT JOIN mail_server s ON s.firm_id = t.firm_id;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letters_waiting"(boolean) FROM PUBLIC;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letter_to_send"(uuid, boolean) FROM PUBLIC;
