CREATE TABLE "export_chunk" (
	"job_id" uuid NOT NULL,
	"firm_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "export_chunk_job_id_position_pk" PRIMARY KEY("job_id","position")
);
--> statement-breakpoint
ALTER TABLE "export_chunk" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "export_job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"wish" jsonb NOT NULL,
	"state" text NOT NULL,
	"progress" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 0 NOT NULL,
	"bytes" bigint DEFAULT 0 NOT NULL,
	"message" text,
	"cancel_asked" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	CONSTRAINT "export_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "export_job" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
DROP INDEX "import_row_action";--> statement-breakpoint
ALTER TABLE "firm" ADD COLUMN "reminders" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "firm" ADD COLUMN "reminded_on" date;--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "sample" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "sample" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "export_chunk" ADD CONSTRAINT "export_chunk_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "export_chunk" ADD CONSTRAINT "export_chunk_firm_id_job_id_export_job_firm_id_id_fk" FOREIGN KEY ("firm_id","job_id") REFERENCES "public"."export_job"("firm_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "export_job" ADD CONSTRAINT "export_job_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "export_job" ADD CONSTRAINT "export_job_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "export_newest" ON "export_job" USING btree ("firm_id","created_at");--> statement-breakpoint
ALTER TABLE "mail" DROP COLUMN "next_try_at";--> statement-breakpoint
CREATE POLICY "own_firm" ON "export_chunk" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
CREATE POLICY "own_firm" ON "export_job" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
-- Letters wait in the queue (pg-boss), which knows when each is tried again; here is only what became of them.
DROP FUNCTION "letters_due"(integer);--> statement-breakpoint
CREATE FUNCTION "letters_waiting"() RETURNS TABLE(id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.id FROM mail m WHERE m.sent_at IS NULL AND m.tries < 12 AND m.created_at > now() - interval '3 days' ORDER BY m.created_at
$$;--> statement-breakpoint
CREATE FUNCTION "letter_to_send"(letter uuid) RETURNS TABLE(id uuid, firm_name text, to_name text, to_address text, subject text, body text, created_at timestamptz)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
  WITH taken AS (UPDATE mail m SET tries = m.tries + 1 WHERE m.id = letter AND m.sent_at IS NULL AND m.tries < 12 RETURNING m.*)
  SELECT t.id, f.name, t.to_name, t.to_address, t.subject, t.body, t.created_at FROM taken t JOIN firm f ON f.id = t.firm_id;
END $$;--> statement-breakpoint
CREATE OR REPLACE FUNCTION "letter_told"(letter uuid, why text, for_good boolean) RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  UPDATE mail SET sent_at = CASE WHEN why IS NULL THEN now() END, failure = why, tries = CASE WHEN for_good THEN greatest(tries, 12) ELSE tries END WHERE id = letter
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letters_waiting"() FROM PUBLIC;--> statement-breakpoint
REVOKE ALL ON FUNCTION "letter_to_send"(uuid) FROM PUBLIC;--> statement-breakpoint
-- Firms whose weekly letter is due: on Monday from six in the morning of their own time zone, each by one process, in the name of one of their leads.
CREATE FUNCTION "firms_to_remind"() RETURNS TABLE(firm_id uuid, person text, pass text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
  WITH due AS (
    SELECT g.id FROM firm g
    WHERE g.reminders AND extract(isodow FROM now() AT TIME ZONE g.time_zone) = 1 AND extract(hour FROM now() AT TIME ZONE g.time_zone) >= 6
      AND coalesce(g.reminded_on, '-infinity') < (now() AT TIME ZONE g.time_zone)::date
    LIMIT 20 FOR UPDATE SKIP LOCKED),
  taken AS (UPDATE firm f SET reminded_on = (now() AT TIME ZONE f.time_zone)::date FROM due WHERE f.id = due.id RETURNING f.id)
  SELECT l.firm_id, l.user_id, fresh_pass(l.firm_id, l.user_id)
  FROM (SELECT DISTINCT ON (m.firm_id) m.firm_id, m.user_id FROM membership m JOIN taken t ON t.id = m.firm_id WHERE m.role = 'lead' AND m.left_at IS NULL ORDER BY m.firm_id, m.id) l;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "firms_to_remind"() FROM PUBLIC;--> statement-breakpoint
-- Who subscribed to the calendar behind a link, with a pass for one reading of it; only who still works there.
CREATE FUNCTION "calendar_link"(link text) RETURNS TABLE(firm_id uuid, person text, pass text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT m.firm_id, m.user_id, scope_pass(m.firm_id, m.user_id, extract(epoch FROM now())::bigint + 60)
  FROM public_link l JOIN membership m ON m.firm_id = l.firm_id AND m.id = l.subject_id
  WHERE l.token = link AND l.kind = 'calendar' AND l.revoked_at IS NULL AND m.left_at IS NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "calendar_link"(text) FROM PUBLIC;--> statement-breakpoint
-- Takes away what is there to try with: sample sites with everything on them, and sample instruments that no other visit was worked with. Logs and reports are append-only for
-- the application: only this, only for a lead of the firm of the transaction, and only of samples.
CREATE FUNCTION "remove_sample"() RETURNS TABLE(sites integer, visits integer, instruments integer)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  own uuid := nullif(current_setting('lucerna.firm_id', true), '')::uuid;
  at_sites uuid[];
  of_visits uuid[];
  of_appliances uuid[];
  tools uuid[];
BEGIN
  IF own IS NULL OR NOT scope_proven() OR NOT EXISTS (
    SELECT 1 FROM membership m WHERE m.firm_id = own AND m.user_id = current_setting('lucerna.user_id', true) AND m.role = 'lead' AND m.left_at IS NULL)
  THEN RAISE EXCEPTION 'only a lead takes samples away' USING ERRCODE = 'insufficient_privilege'; END IF;
  SELECT coalesce(array_agg(s.id), '{}') INTO at_sites FROM site s WHERE s.firm_id = own AND s.sample;
  SELECT coalesce(array_agg(v.id), '{}') INTO of_visits FROM visit v WHERE v.firm_id = own AND v.site_id = ANY (at_sites);
  SELECT coalesce(array_agg(a.id), '{}') INTO of_appliances FROM appliance a WHERE a.firm_id = own AND a.site_id = ANY (at_sites);
  SELECT coalesce(array_agg(i.id), '{}') INTO tools FROM instrument i WHERE i.firm_id = own AND i.sample
    AND NOT EXISTS (SELECT 1 FROM visit_event e WHERE e.firm_id = own AND NOT (e.visit_id = ANY (of_visits)) AND e.data::text LIKE '%' || i.id::text || '%');
  DELETE FROM report WHERE visit_id = ANY (of_visits);
  DELETE FROM visit_value WHERE visit_id = ANY (of_visits);
  DELETE FROM visit_event WHERE visit_id = ANY (of_visits);
  DELETE FROM visit_device WHERE visit_id = ANY (of_visits);
  DELETE FROM follow_up WHERE visit_id = ANY (of_visits);
  DELETE FROM visit_appliance WHERE visit_id = ANY (of_visits);
  DELETE FROM public_link WHERE firm_id = own AND (subject_id = ANY (of_visits) OR subject_id = ANY (of_appliances));
  DELETE FROM lockout_note WHERE appliance_id = ANY (of_appliances);
  DELETE FROM old_paper WHERE appliance_id = ANY (of_appliances);
  UPDATE visit SET continues_id = NULL WHERE id = ANY (of_visits);
  DELETE FROM visit WHERE id = ANY (of_visits);
  DELETE FROM photo_file f USING photo p WHERE p.id = f.photo_id AND p.site_id = ANY (at_sites);
  DELETE FROM photo WHERE site_id = ANY (at_sites);
  DELETE FROM drift WHERE appliance_id = ANY (of_appliances);
  DELETE FROM appliance WHERE id = ANY (of_appliances);
  DELETE FROM gas_supply WHERE site_id = ANY (at_sites);
  DELETE FROM instrument_check WHERE instrument_id = ANY (tools);
  DELETE FROM instrument WHERE id = ANY (tools);
  DELETE FROM site WHERE id = ANY (at_sites);
  DELETE FROM search_posting p USING search_entry e WHERE e.id = p.entry_id AND e.firm_id = own
    AND e.subject_id = ANY (SELECT unnest(at_sites || of_visits || of_appliances || tools)::text);
  DELETE FROM search_entry e WHERE e.firm_id = own AND e.subject_id = ANY (SELECT unnest(at_sites || of_visits || of_appliances || tools)::text);
  -- Those that a real visit was worked with stay, as their own.
  UPDATE instrument SET sample = false WHERE firm_id = own AND sample;
  RETURN QUERY SELECT cardinality(at_sites), cardinality(of_visits), cardinality(tools);
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "remove_sample"() FROM PUBLIC;--> statement-breakpoint
-- Files that were made a week ago go.
CREATE FUNCTION "old_exports_go"() RETURNS void
LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  DELETE FROM export_job WHERE created_at < now() - interval '7 days'
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "old_exports_go"() FROM PUBLIC;
