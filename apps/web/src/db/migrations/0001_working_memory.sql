CREATE TABLE "working_memory" (
	"firm_id" uuid NOT NULL,
	"user_id" text NOT NULL,
	"working_id" text NOT NULL,
	"input" jsonb NOT NULL,
	"updated_at" timestamp with time zone NOT NULL,
	CONSTRAINT "working_memory_firm_id_user_id_working_id_pk" PRIMARY KEY("firm_id","user_id","working_id")
);
--> statement-breakpoint
ALTER TABLE "working_memory" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "working_memory" ADD CONSTRAINT "working_memory_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "working_memory" ADD CONSTRAINT "working_memory_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "own_firm" ON "working_memory" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);