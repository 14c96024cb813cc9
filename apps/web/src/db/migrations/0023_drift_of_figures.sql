CREATE TABLE "drift" (
	"firm_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"key" text NOT NULL,
	"measurand_id" text NOT NULL,
	"station_id" text NOT NULL,
	"firing_state_id" text NOT NULL,
	"points" integer NOT NULL,
	"last_at" timestamp with time zone NOT NULL,
	"last_si" double precision NOT NULL,
	"min_si" double precision,
	"max_si" double precision,
	"yearly_low_si" double precision NOT NULL,
	"yearly_si" double precision NOT NULL,
	"yearly_high_si" double precision NOT NULL,
	"side" text,
	"leaves_from" date,
	"leaves_on" date,
	"leaves_until" date,
	"found_si" double precision,
	"expected_si" double precision,
	"deviations" double precision,
	CONSTRAINT "drift_appliance_id_key_pk" PRIMARY KEY("appliance_id","key")
);
--> statement-breakpoint
ALTER TABLE "drift" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "follow_up" ADD COLUMN "due_on" date;--> statement-breakpoint
ALTER TABLE "drift" ADD CONSTRAINT "drift_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drift" ADD CONSTRAINT "drift_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "drift_leaves" ON "drift" USING btree ("firm_id","leaves_on","appliance_id","key");--> statement-breakpoint
CREATE INDEX "drift_unlike" ON "drift" USING btree ("firm_id","last_at") WHERE abs(deviations) >= 3;--> statement-breakpoint
CREATE POLICY "own_firm" ON "drift" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
-- An invitation that ran out is taken up by nobody, whoever asks.
CREATE OR REPLACE FUNCTION "take_up_invitation"(hash text, new_person text, new_account text, password_hash text) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  offer invitation%ROWTYPE;
  person text;
BEGIN
  IF NOT scope_proven() THEN RAISE EXCEPTION 'no pass' USING ERRCODE = 'insufficient_privilege'; END IF;
  SELECT * INTO offer FROM invitation i WHERE i.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid AND i.secret_hash = hash
    AND i.accepted_at IS NULL AND i.revoked_at IS NULL AND i.expires_at > now();
  IF NOT FOUND THEN RAISE EXCEPTION 'no open invitation' USING ERRCODE = 'insufficient_privilege'; END IF;
  SELECT u.id INTO person FROM "user" u WHERE u.email = offer.email FOR UPDATE;
  IF person IS NULL THEN
    INSERT INTO "user" (id, name, email, email_verified) VALUES (new_person, offer.name, offer.email, true);
    INSERT INTO account (id, account_id, provider_id, user_id, password) VALUES (new_account, new_person, 'credential', new_person, password_hash);
    RETURN new_person;
  END IF;
  IF EXISTS (SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NULL AND m.firm_id <> offer.firm_id) THEN RETURN NULL; END IF;
  UPDATE account a SET password = password_hash, updated_at = now() WHERE a.user_id = person AND a.provider_id = 'credential';
  RETURN person;
END $$;
