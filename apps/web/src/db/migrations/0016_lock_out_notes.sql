CREATE TABLE "lockout_note" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"told_at" timestamp with time zone NOT NULL,
	"service" text,
	"code" text,
	"picture" "bytea",
	"state" text NOT NULL,
	"reviewed_at" timestamp with time zone,
	"reviewed_by" text
);
--> statement-breakpoint
ALTER TABLE "lockout_note" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "lockout_note" ADD CONSTRAINT "lockout_note_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lockout_note" ADD CONSTRAINT "lockout_note_reviewed_by_user_id_fk" FOREIGN KEY ("reviewed_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lockout_note" ADD CONSTRAINT "lockout_note_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "lockout_note_of" ON "lockout_note" USING btree ("firm_id","appliance_id","happened_at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "lockout_note" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
-- What the code on a lid stands for, to somebody who is not signed in: nothing of a label that was revoked or an appliance that is gone.
CREATE FUNCTION "lid_label"(link_token text) RETURNS TABLE(firm_id uuid, firm_name text, appliance_id uuid, appliance_name text, time_zone text, emergency_number text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT f.id, f.name, a.id, a.name, s.time_zone, coalesce(s.emergency_number,
    (SELECT pp.data->>'emergencyNumber' FROM practice_profile pp WHERE pp.firm_id = f.id AND pp.profile_id = f.practice_id ORDER BY pp.version DESC LIMIT 1))
  FROM public_link l
  JOIN firm f ON f.id = l.firm_id
  JOIN appliance a ON a.id = l.subject_id AND a.firm_id = l.firm_id AND a.deleted_at IS NULL
  JOIN site s ON s.id = a.site_id AND s.deleted_at IS NULL
  WHERE l.token = link_token AND l.kind = 'lid-label' AND l.revoked_at IS NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "lid_label"(text) FROM PUBLIC;
