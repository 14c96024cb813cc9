CREATE TABLE "visit_device" (
	"firm_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"device_id" uuid NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "visit_device_visit_id_device_id_pk" PRIMARY KEY("visit_id","device_id")
);
--> statement-breakpoint
ALTER TABLE "visit_device" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "kind" text DEFAULT 'photo' NOT NULL;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "visit_id" uuid;--> statement-breakpoint
ALTER TABLE "visit" ADD COLUMN "continues_id" uuid;--> statement-breakpoint
ALTER TABLE "visit_device" ADD CONSTRAINT "visit_device_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_device" ADD CONSTRAINT "visit_device_firm_id_visit_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","visit_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_firm_id_continues_id_visit_firm_id_id_fk" FOREIGN KEY ("firm_id","continues_id") REFERENCES "public"."visit"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "own_firm" ON "visit_device" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);