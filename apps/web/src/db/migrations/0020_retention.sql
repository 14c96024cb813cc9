ALTER TABLE "firm" ADD COLUMN "retention" jsonb;--> statement-breakpoint
ALTER TABLE "firm" ADD COLUMN "swept_at" timestamp with time zone;--> statement-breakpoint
-- Firms whose periods are looked at today: each by one process, once in twenty hours, in the name of the lead who set them.
CREATE FUNCTION "firms_to_sweep"() RETURNS TABLE(firm_id uuid, person text, pass text)
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
  UPDATE firm f SET swept_at = now() WHERE f.id IN (
    SELECT g.id FROM firm g WHERE g.retention IS NOT NULL AND coalesce(g.swept_at, '-infinity') < now() - interval '20 hours' ORDER BY g.swept_at NULLS FIRST LIMIT 5 FOR UPDATE SKIP LOCKED)
  RETURNING f.id, f.retention->>'by', fresh_pass(f.id, f.retention->>'by');
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "firms_to_sweep"() FROM PUBLIC;
