CREATE TABLE "audit_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"actor_id" text NOT NULL,
	"action" text NOT NULL,
	"subject_kind" text NOT NULL,
	"subject_id" text NOT NULL,
	"changes" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "audit_entry" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"email" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"licence_number" text,
	"licence_until" date,
	"secret_hash" text NOT NULL,
	"invited_by" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"accepted_at" timestamp with time zone,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "invitation" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "mail" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"user_id" text,
	"to_name" text NOT NULL,
	"to_address" text NOT NULL,
	"subject" text NOT NULL,
	"body" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "mail" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "preference" (
	"firm_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"units" text DEFAULT 'practice' NOT NULL,
	"far_view_tones" boolean DEFAULT false NOT NULL,
	CONSTRAINT "preference_firm_id_user_id_pk" PRIMARY KEY("firm_id","user_id")
);
--> statement-breakpoint
ALTER TABLE "preference" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"site_id" uuid NOT NULL,
	"appliance_id" uuid,
	"caption" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"bytes" integer NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	"deleted_at" timestamp with time zone,
	"erased_at" timestamp with time zone,
	CONSTRAINT "photo_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "photo" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "photo_file" (
	"firm_id" uuid NOT NULL,
	"photo_id" uuid NOT NULL,
	"size" text NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "photo_file_photo_id_size_pk" PRIMARY KEY("photo_id","size")
);
--> statement-breakpoint
ALTER TABLE "photo_file" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "follow_up" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"source_key" text NOT NULL,
	"kind" text NOT NULL,
	"code" text NOT NULL,
	"text" text NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"closed_at" timestamp with time zone,
	"closed_by" text,
	"closed_note" text,
	CONSTRAINT "follow_up_once" UNIQUE("visit_id","source_key")
);
--> statement-breakpoint
ALTER TABLE "follow_up" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "search_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_id" text NOT NULL,
	"title" text NOT NULL,
	"detail" text NOT NULL,
	"folded" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "search_entry" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "search_posting" (
	"firm_id" uuid NOT NULL,
	"word" text NOT NULL,
	"entry_id" uuid NOT NULL,
	CONSTRAINT "search_posting_firm_id_word_entry_id_pk" PRIMARY KEY("firm_id","word","entry_id")
);
--> statement-breakpoint
ALTER TABLE "search_posting" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "search_word" (
	"firm_id" uuid NOT NULL,
	"word" text NOT NULL,
	CONSTRAINT "search_word_firm_id_word_pk" PRIMARY KEY("firm_id","word")
);
--> statement-breakpoint
ALTER TABLE "search_word" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "appliance" DROP CONSTRAINT "appliance_supply_id_gas_supply_id_fk";
--> statement-breakpoint
DROP INDEX "site_firm_name";--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "burner_kind" text;--> statement-breakpoint
UPDATE "appliance" a SET "burner_kind" = c."data"->>'burnerKind' FROM "target_card" c WHERE c."firm_id" = a."firm_id" AND c."card_id" = a."card_id" AND c."version" = a."card_version";--> statement-breakpoint
ALTER TABLE "appliance" ALTER COLUMN "burner_kind" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "safeties" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "last_visit_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "next_due_on" date;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "last_outside" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "appliance" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "firm" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "meter_kind" text;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "meter_size" text;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "meter_serial" text;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "dial_volume_m3" double precision;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "regulator" text;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "standing_pressure_pa" double precision;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "working_pressure_pa" double precision;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "measured_on" date;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "pipes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "membership" ADD COLUMN "passcode_hash" text;--> statement-breakpoint
ALTER TABLE "membership" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "membership" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "latitude_deg" double precision;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "longitude_deg" double precision;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "contact_phone" text;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "contact_email" text;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "contact_erased_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "site" ADD COLUMN "deleted_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "visit" ADD COLUMN "unconfirmed" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "visit" ADD COLUMN "next_due_on" date;--> statement-breakpoint
ALTER TABLE "audit_entry" ADD CONSTRAINT "audit_entry_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "audit_entry" ADD CONSTRAINT "audit_entry_actor_id_user_id_fk" FOREIGN KEY ("actor_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_invited_by_user_id_fk" FOREIGN KEY ("invited_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail" ADD CONSTRAINT "mail_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mail" ADD CONSTRAINT "mail_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preference" ADD CONSTRAINT "preference_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "preference" ADD CONSTRAINT "preference_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_firm_id_site_id_site_firm_id_id_fk" FOREIGN KEY ("firm_id","site_id") REFERENCES "public"."site"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_file" ADD CONSTRAINT "photo_file_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo_file" ADD CONSTRAINT "photo_file_firm_id_photo_id_photo_firm_id_id_fk" FOREIGN KEY ("firm_id","photo_id") REFERENCES "public"."photo"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_up" ADD CONSTRAINT "follow_up_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_up" ADD CONSTRAINT "follow_up_closed_by_user_id_fk" FOREIGN KEY ("closed_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_up" ADD CONSTRAINT "follow_up_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "follow_up" ADD CONSTRAINT "follow_up_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_entry" ADD CONSTRAINT "search_entry_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_posting" ADD CONSTRAINT "search_posting_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_posting" ADD CONSTRAINT "search_posting_entry_id_search_entry_id_fk" FOREIGN KEY ("entry_id") REFERENCES "public"."search_entry"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "search_word" ADD CONSTRAINT "search_word_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "audit_newest" ON "audit_entry" USING btree ("firm_id","at","id");--> statement-breakpoint
CREATE INDEX "audit_subject" ON "audit_entry" USING btree ("firm_id","subject_id","at");--> statement-breakpoint
CREATE UNIQUE INDEX "invitation_standing" ON "invitation" USING btree ("firm_id","email") WHERE accepted_at is null and revoked_at is null;--> statement-breakpoint
CREATE INDEX "mail_newest" ON "mail" USING btree ("firm_id","created_at");--> statement-breakpoint
CREATE INDEX "photo_of_site" ON "photo" USING btree ("site_id","created_at");--> statement-breakpoint
CREATE INDEX "follow_up_open" ON "follow_up" USING btree ("firm_id","appliance_id") WHERE closed_at is null;--> statement-breakpoint
CREATE INDEX "search_subject" ON "search_entry" USING btree ("firm_id","kind","subject_id");--> statement-breakpoint
CREATE INDEX "search_posting_entry" ON "search_posting" USING btree ("entry_id");--> statement-breakpoint
ALTER TABLE "gas_supply" ADD CONSTRAINT "supply_in_firm" UNIQUE("firm_id","id");--> statement-breakpoint
ALTER TABLE "appliance" ADD CONSTRAINT "appliance_firm_id_supply_id_gas_supply_firm_id_id_fk" FOREIGN KEY ("firm_id","supply_id") REFERENCES "public"."gas_supply"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "appliance_serial" ON "appliance" USING btree ("firm_id","card_id",upper("serial")) WHERE deleted_at is null;--> statement-breakpoint
CREATE INDEX "appliance_serial_any" ON "appliance" USING btree ("firm_id",upper("serial"));--> statement-breakpoint
CREATE INDEX "appliance_due" ON "appliance" USING btree ("firm_id",coalesce("next_due_on", '9999-12-31'::date),"id");--> statement-breakpoint
CREATE INDEX "visit_unconfirmed" ON "visit" USING btree ("firm_id") WHERE unconfirmed > 0;--> statement-breakpoint
CREATE INDEX "site_firm_name" ON "site" USING btree ("firm_id","name","id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "audit_entry" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "invitation" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "mail" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "preference" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "photo" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "photo_file" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "follow_up" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "search_entry" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "search_posting" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "search_word" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
-- Projections of what is there already.
UPDATE "visit" v SET "next_due_on" = (SELECT (e."data"->>'nextDueOn')::date FROM "visit_event" e WHERE e."visit_id" = v."id" AND e."type" = 'visit.closed' ORDER BY e."seq" DESC LIMIT 1) WHERE v."status" = 'closed';--> statement-breakpoint
UPDATE "appliance" a SET "last_visit_at" = l."closed_at", "next_due_on" = l."next_due_on", "last_outside" = (SELECT count(*) FROM "visit_value" x WHERE x."visit_id" = l."id" AND x."appliance_id" = a."id" AND x."status" = 'outside')
FROM (SELECT DISTINCT ON (va."appliance_id") va."appliance_id", v."id", v."closed_at", v."next_due_on" FROM "visit_appliance" va JOIN "visit" v ON v."id" = va."visit_id" WHERE v."status" = 'closed' ORDER BY va."appliance_id", v."closed_at" DESC) l
WHERE l."appliance_id" = a."id";--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS pg_trgm;--> statement-breakpoint
CREATE EXTENSION IF NOT EXISTS btree_gin;--> statement-breakpoint
CREATE INDEX "search_word_start" ON "search_word" ("firm_id", "word" text_pattern_ops);--> statement-breakpoint
CREATE INDEX "search_word_part" ON "search_word" USING gin ("firm_id", "word" gin_trgm_ops);--> statement-breakpoint
-- Words of the running transaction's firm that begin with a token (how 0; the token itself ends the search), else hold it (1), else are like it (2). It
-- runs as its owner because row-level security keeps LIKE and likeness away from indexes; the firm is therefore named inside and cannot be chosen by
-- the caller.
CREATE FUNCTION "search_words"(token text, at_most integer) RETURNS TABLE(word text, how integer, likeness real)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  firm uuid := nullif(current_setting('lucerna.firm_id', true), '')::uuid;
  found integer;
  more integer;
BEGIN
  IF firm IS NULL OR length(token) < 1 THEN RETURN; END IF;
  RETURN QUERY EXECUTE 'SELECT w.word, 0, 1::real FROM search_word w WHERE w.firm_id = $1 AND w.word ~>=~ $2 AND w.word ~<~ $3 ORDER BY w.word USING ~<~ LIMIT $4'
    USING firm, token, token || chr(1114111), at_most;
  GET DIAGNOSTICS found = ROW_COUNT;
  -- A part shorter than a trigram is looked for at the beginning of words only.
  IF found = at_most OR length(token) < 3 OR EXISTS (SELECT FROM search_word w WHERE w.firm_id = firm AND w.word = token) THEN RETURN; END IF;
  RETURN QUERY EXECUTE 'SELECT w.word, 1, (length($2)::real / length(w.word))::real FROM search_word w WHERE w.firm_id = $1 AND w.word LIKE $3 AND NOT w.word LIKE $4 LIMIT $5'
    USING firm, token, '%' || token || '%', token || '%', at_most - found;
  GET DIAGNOSTICS more = ROW_COUNT;
  IF found + more > 0 THEN RETURN; END IF;
  -- Numbers are alike by chance: they have to be more alike than words to count as a typing error.
  PERFORM set_config('pg_trgm.similarity_threshold', CASE WHEN token ~ '[0-9]' THEN '0.55' ELSE '0.3' END, true);
  RETURN QUERY EXECUTE 'SELECT w.word, 2, similarity(w.word, $2)::real FROM search_word w WHERE w.firm_id = $1 AND w.word % $2 AND length(w.word) BETWEEN length($2) - 3 AND length($2) + 3 ORDER BY 3 DESC, 1 LIMIT $3'
    USING firm, token, least(at_most, 12);
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "search_words"(text, integer) FROM PUBLIC;
