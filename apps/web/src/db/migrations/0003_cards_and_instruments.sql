CREATE TABLE "document_draft" (
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"document_id" text NOT NULL,
	"based_on" integer,
	"data" jsonb NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"updated_by" text NOT NULL,
	CONSTRAINT "document_draft_firm_id_kind_document_id_pk" PRIMARY KEY("firm_id","kind","document_id")
);
--> statement-breakpoint
ALTER TABLE "document_draft" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE TABLE "import_job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"file_name" text NOT NULL,
	"state" text NOT NULL,
	"rows" integer DEFAULT 0 NOT NULL,
	"added" integer DEFAULT 0 NOT NULL,
	"changed" integer DEFAULT 0 NOT NULL,
	"same" integer DEFAULT 0 NOT NULL,
	"refused" integer DEFAULT 0 NOT NULL,
	"progress" integer DEFAULT 0 NOT NULL,
	"message" text,
	"cancel_asked" boolean DEFAULT false NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	CONSTRAINT "import_in_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "import_job" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE TABLE "import_row" (
	"job_id" uuid NOT NULL,
	"firm_id" uuid NOT NULL,
	"line" integer NOT NULL,
	"action" text NOT NULL,
	"subject_id" uuid,
	"label" text NOT NULL,
	"data" jsonb,
	"problems" jsonb,
	CONSTRAINT "import_row_job_id_line_pk" PRIMARY KEY("job_id","line")
);
--> statement-breakpoint
ALTER TABLE "import_row" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE TABLE "instrument_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"instrument_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"by" text NOT NULL,
	"channel_id" text,
	"applied_si" double precision,
	"shown_si" double precision,
	"passed" boolean NOT NULL,
	"due_at" timestamp with time zone,
	"certificate" text,
	"note" text
);
--> statement-breakpoint
ALTER TABLE "instrument_check" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE TABLE "public_link" (
	"token" text PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	"revoked_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "public_link" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "battery_days" integer;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "trap_days" integer;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "remark" text;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "updated_at" timestamp with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "instrument" ADD COLUMN "deleted_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "practice_profile" ADD COLUMN "issued_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "practice_profile" ADD COLUMN "issued_by" text;
--> statement-breakpoint
ALTER TABLE "practice_profile" ADD COLUMN "note" text;
--> statement-breakpoint
ALTER TABLE "target_card" ADD COLUMN "issued_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "target_card" ADD COLUMN "issued_by" text;
--> statement-breakpoint
ALTER TABLE "target_card" ADD COLUMN "note" text;
--> statement-breakpoint
ALTER TABLE "instrument" ADD CONSTRAINT "instrument_in_firm" UNIQUE("firm_id","id");
--> statement-breakpoint
ALTER TABLE "document_draft" ADD CONSTRAINT "document_draft_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "document_draft" ADD CONSTRAINT "document_draft_updated_by_user_id_fk" FOREIGN KEY ("updated_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "import_job" ADD CONSTRAINT "import_job_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "import_job" ADD CONSTRAINT "import_job_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "import_row" ADD CONSTRAINT "import_row_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "import_row" ADD CONSTRAINT "import_row_firm_id_job_id_import_job_firm_id_id_fk" FOREIGN KEY ("firm_id","job_id") REFERENCES "public"."import_job"("firm_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_by_user_id_fk" FOREIGN KEY ("by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_firm_id_instrument_id_instrument_firm_id_id_fk" FOREIGN KEY ("firm_id","instrument_id") REFERENCES "public"."instrument"("firm_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "public_link" ADD CONSTRAINT "public_link_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "public_link" ADD CONSTRAINT "public_link_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "import_newest" ON "import_job" USING btree ("firm_id","created_at");
--> statement-breakpoint
CREATE INDEX "import_row_action" ON "import_row" USING btree ("job_id","action","line");
--> statement-breakpoint
CREATE INDEX "instrument_check_of" ON "instrument_check" USING btree ("instrument_id","at");
--> statement-breakpoint
CREATE INDEX "public_link_of" ON "public_link" USING btree ("firm_id","subject_id");
--> statement-breakpoint
ALTER TABLE "practice_profile" ADD CONSTRAINT "practice_profile_issued_by_user_id_fk" FOREIGN KEY ("issued_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "target_card" ADD CONSTRAINT "target_card_issued_by_user_id_fk" FOREIGN KEY ("issued_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE POLICY "own_firm" ON "document_draft" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);
--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_job" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);
--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_row" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);
--> statement-breakpoint
CREATE POLICY "own_firm" ON "instrument_check" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);
--> statement-breakpoint
CREATE POLICY "own_firm" ON "public_link" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);
