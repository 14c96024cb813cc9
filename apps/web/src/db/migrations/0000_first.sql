CREATE TABLE "appliance" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"site_id" uuid NOT NULL,
	"supply_id" uuid NOT NULL,
	"name" text NOT NULL,
	"serial" text NOT NULL,
	"position" text NOT NULL,
	"card_id" text NOT NULL,
	"card_version" integer NOT NULL,
	"flue_length_m" double precision,
	"installed_on" date,
	"remark" text,
	CONSTRAINT "appliance_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "appliance" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "firm" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"practice_id" text NOT NULL,
	"practice_version" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "firm" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "gas_supply" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"site_id" uuid NOT NULL,
	"gas" text NOT NULL,
	"meter" text,
	"regulator_owner" text NOT NULL,
	"nominal_pressure_pa" double precision
);
--> statement-breakpoint
ALTER TABLE "gas_supply" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "instrument" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"maker" text NOT NULL,
	"model" text NOT NULL,
	"serial" text NOT NULL,
	"channels" jsonb NOT NULL,
	"calibrated_at" timestamp with time zone NOT NULL,
	"calibration_due_at" timestamp with time zone NOT NULL,
	"certificate" text,
	"held_by" text
);
--> statement-breakpoint
ALTER TABLE "instrument" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "membership" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"role" text NOT NULL,
	"licence_number" text,
	"licence_until" date,
	CONSTRAINT "membership_once" UNIQUE("firm_id","user_id")
);
--> statement-breakpoint
ALTER TABLE "membership" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "practice_profile" (
	"firm_id" uuid NOT NULL,
	"profile_id" text NOT NULL,
	"version" integer NOT NULL,
	"data" jsonb NOT NULL,
	CONSTRAINT "practice_profile_firm_id_profile_id_version_pk" PRIMARY KEY("firm_id","profile_id","version")
);
--> statement-breakpoint
ALTER TABLE "practice_profile" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "report" (
	"firm_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"model" jsonb NOT NULL,
	"hash" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	CONSTRAINT "report_visit_id_version_pk" PRIMARY KEY("visit_id","version")
);
--> statement-breakpoint
ALTER TABLE "report" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "site" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"address" text NOT NULL,
	"time_zone" text NOT NULL,
	"altitude_m" double precision NOT NULL,
	"contact" text,
	"access_notes" text,
	"hazards" text,
	"practice_id" text,
	CONSTRAINT "site_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "site" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "target_card" (
	"firm_id" uuid NOT NULL,
	"card_id" text NOT NULL,
	"version" integer NOT NULL,
	"data" jsonb NOT NULL,
	CONSTRAINT "target_card_firm_id_card_id_version_pk" PRIMARY KEY("firm_id","card_id","version")
);
--> statement-breakpoint
ALTER TABLE "target_card" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "visit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"site_id" uuid NOT NULL,
	"job_kind" text NOT NULL,
	"planned_for" timestamp with time zone NOT NULL,
	"assigned_to" text,
	"remark" text,
	"status" text NOT NULL,
	"practice_id" text NOT NULL,
	"practice_version" integer NOT NULL,
	"started_at" timestamp with time zone,
	"closed_at" timestamp with time zone,
	"last_seq" integer DEFAULT 0 NOT NULL,
	CONSTRAINT "visit_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "visit" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "visit_appliance" (
	"visit_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"firm_id" uuid NOT NULL,
	"position" integer NOT NULL,
	"card_id" text NOT NULL,
	"card_version" integer NOT NULL,
	"outcome" text,
	CONSTRAINT "visit_appliance_visit_id_appliance_id_pk" PRIMARY KEY("visit_id","appliance_id")
);
--> statement-breakpoint
ALTER TABLE "visit_appliance" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "visit_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"seq" integer NOT NULL,
	"type" text NOT NULL,
	"v" integer NOT NULL,
	"appliance_id" uuid,
	"step_id" text,
	"at" timestamp with time zone NOT NULL,
	"device_id" uuid NOT NULL,
	"device_seq" integer NOT NULL,
	"author_id" text NOT NULL,
	"provisional" boolean NOT NULL,
	"received_at" timestamp with time zone NOT NULL,
	"data" jsonb NOT NULL,
	"content_hash" text NOT NULL,
	CONSTRAINT "visit_event_order" UNIQUE("visit_id","seq")
);
--> statement-breakpoint
ALTER TABLE "visit_event" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "visit_value" (
	"firm_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"key" text NOT NULL,
	"measurand_id" text NOT NULL,
	"station_id" text NOT NULL,
	"firing_state_id" text NOT NULL,
	"as_found_si" double precision,
	"as_left_si" double precision,
	"status" text NOT NULL,
	"because" text NOT NULL,
	"min_si" double precision,
	"max_si" double precision,
	"taken_at" timestamp with time zone NOT NULL,
	CONSTRAINT "visit_value_visit_id_appliance_id_key_pk" PRIMARY KEY("visit_id","appliance_id","key")
);
--> statement-breakpoint
ALTER TABLE "visit_value" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "account" (
	"id" text PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"user_id" text NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" text PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" text PRIMARY KEY NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"token" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"user_id" text NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "user" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "user_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" text PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "appliance" ADD CONSTRAINT "appliance_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appliance" ADD CONSTRAINT "appliance_supply_id_gas_supply_id_fk" FOREIGN KEY ("supply_id") REFERENCES "public"."gas_supply"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appliance" ADD CONSTRAINT "appliance_firm_id_site_id_site_firm_id_id_fk" FOREIGN KEY ("firm_id","site_id") REFERENCES "public"."site"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "appliance" ADD CONSTRAINT "appliance_firm_id_card_id_card_version_target_card_firm_id_card_id_version_fk" FOREIGN KEY ("firm_id","card_id","card_version") REFERENCES "public"."target_card"("firm_id","card_id","version") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD CONSTRAINT "gas_supply_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gas_supply" ADD CONSTRAINT "gas_supply_firm_id_site_id_site_firm_id_id_fk" FOREIGN KEY ("firm_id","site_id") REFERENCES "public"."site"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_held_by_user_id_fk" FOREIGN KEY ("held_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_profile" ADD CONSTRAINT "practice_profile_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report" ADD CONSTRAINT "report_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report" ADD CONSTRAINT "report_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report" ADD CONSTRAINT "report_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "site" ADD CONSTRAINT "site_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "target_card" ADD CONSTRAINT "target_card_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_assigned_to_user_id_fk" FOREIGN KEY ("assigned_to") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_firm_id_site_id_site_firm_id_id_fk" FOREIGN KEY ("firm_id","site_id") REFERENCES "public"."site"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_appliance" ADD CONSTRAINT "visit_appliance_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_appliance" ADD CONSTRAINT "visit_appliance_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_appliance" ADD CONSTRAINT "visit_appliance_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_event" ADD CONSTRAINT "visit_event_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_event" ADD CONSTRAINT "visit_event_author_id_user_id_fk" FOREIGN KEY ("author_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_event" ADD CONSTRAINT "visit_event_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_value" ADD CONSTRAINT "visit_value_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_value" ADD CONSTRAINT "visit_value_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "appliance_site" ON "appliance" USING btree ("site_id");--> statement-breakpoint
CREATE INDEX "supply_site" ON "gas_supply" USING btree ("site_id");--> statement-breakpoint
CREATE INDEX "instrument_holder" ON "instrument" USING btree ("firm_id","held_by");--> statement-breakpoint
CREATE INDEX "membership_user" ON "membership" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "site_firm_name" ON "site" USING btree ("firm_id","name");--> statement-breakpoint
CREATE INDEX "visit_planned" ON "visit" USING btree ("firm_id","planned_for");--> statement-breakpoint
CREATE INDEX "visit_open" ON "visit" USING btree ("firm_id","status");--> statement-breakpoint
CREATE INDEX "visit_site" ON "visit" USING btree ("site_id","planned_for");--> statement-breakpoint
CREATE INDEX "visit_of_appliance" ON "visit_appliance" USING btree ("appliance_id");--> statement-breakpoint
CREATE INDEX "visit_value_appliance" ON "visit_value" USING btree ("appliance_id","taken_at");--> statement-breakpoint
CREATE INDEX "account_user" ON "account" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "session_user" ON "session" USING btree ("user_id");--> statement-breakpoint
CREATE POLICY "own_firm" ON "appliance" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "firm" AS PERMISSIVE FOR ALL TO public USING (id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "gas_supply" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "instrument" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "membership" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid or user_id = nullif(current_setting('lucerna.user_id', true), '')) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "practice_profile" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "report" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "site" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "target_card" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "visit" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "visit_appliance" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "visit_event" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "visit_value" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);