CREATE TABLE "import_batch" (
	"job_id" uuid NOT NULL,
	"firm_id" uuid NOT NULL,
	"batch" integer NOT NULL,
	"action" text NOT NULL,
	"last_line" integer NOT NULL,
	"rows" json NOT NULL,
	CONSTRAINT "import_batch_job_id_batch_action_pk" PRIMARY KEY("job_id","batch","action")
);
--> statement-breakpoint
ALTER TABLE "import_batch" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "import_batch" ADD CONSTRAINT "import_batch_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "import_batch" ADD CONSTRAINT "import_batch_firm_id_job_id_import_job_firm_id_id_fk" FOREIGN KEY ("firm_id","job_id") REFERENCES "public"."import_job"("firm_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE POLICY "own_firm" ON "import_batch" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
-- What was checked and not yet taken over waits in the new form.
INSERT INTO "import_batch" ("job_id", "firm_id", "batch", "action", "last_line", "rows")
SELECT job_id, firm_id, line / 1000, action, max(line),
  json_agg(json_build_object('line', line, 'label', label, 'subjectId', subject_id, 'data', data, 'problems', problems) ORDER BY line)
FROM "import_row"
GROUP BY job_id, firm_id, line / 1000, action;
