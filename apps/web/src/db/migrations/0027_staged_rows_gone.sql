DROP POLICY "own_firm" ON "import_row" CASCADE;--> statement-breakpoint
DROP TABLE "import_row" CASCADE;