ALTER TABLE "search_posting" DROP CONSTRAINT "search_posting_firm_id_firm_id_fk";
--> statement-breakpoint
ALTER TABLE "search_posting" DROP CONSTRAINT "search_posting_entry_id_search_entry_id_fk";
