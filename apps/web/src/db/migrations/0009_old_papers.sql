CREATE TABLE "old_paper" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"appliance_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"done_on" date NOT NULL,
	"who" text,
	"words" text,
	"figures" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"photo_id" uuid,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	"deleted_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "old_paper" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "old_paper" ADD CONSTRAINT "old_paper_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "old_paper" ADD CONSTRAINT "old_paper_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "old_paper" ADD CONSTRAINT "old_paper_firm_id_appliance_id_appliance_firm_id_id_fk" FOREIGN KEY ("firm_id","appliance_id") REFERENCES "public"."appliance"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "old_paper_appliance" ON "old_paper" USING btree ("appliance_id","done_on");--> statement-breakpoint
CREATE POLICY "own_firm" ON "old_paper" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);