CREATE TABLE "bridge" (
	"id" uuid PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"name" text NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"created_by" text NOT NULL,
	"last_seen_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "bridge_token_hash_unique" UNIQUE("token_hash"),
	CONSTRAINT "bridge_of_firm" UNIQUE("firm_id","id")
);
--> statement-breakpoint
ALTER TABLE "bridge" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "bridge_voice" (
	"firm_id" uuid NOT NULL,
	"serial" text NOT NULL,
	"bridge_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "bridge_voice_firm_id_serial_pk" PRIMARY KEY("firm_id","serial")
);
--> statement-breakpoint
ALTER TABLE "bridge_voice" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "live_command" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"command" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "live_command" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE TABLE "live_lines" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"firm_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"lines" jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "live_lines" ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
ALTER TABLE "bridge" ADD CONSTRAINT "bridge_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bridge" ADD CONSTRAINT "bridge_created_by_user_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."user"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bridge_voice" ADD CONSTRAINT "bridge_voice_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bridge_voice" ADD CONSTRAINT "bridge_voice_firm_id_bridge_id_bridge_firm_id_id_fk" FOREIGN KEY ("firm_id","bridge_id") REFERENCES "public"."bridge"("firm_id","id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_command" ADD CONSTRAINT "live_command_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "live_lines" ADD CONSTRAINT "live_lines_firm_id_firm_id_fk" FOREIGN KEY ("firm_id") REFERENCES "public"."firm"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "live_command_at" ON "live_command" USING btree ("firm_id","at");--> statement-breakpoint
CREATE INDEX "live_lines_at" ON "live_lines" USING btree ("firm_id","at");--> statement-breakpoint
CREATE POLICY "own_firm" ON "bridge" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "bridge_voice" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "live_command" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
CREATE POLICY "own_firm" ON "live_lines" AS PERMISSIVE FOR ALL TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid);--> statement-breakpoint
-- Whose token it is: asked before any firm is known, so it runs as its owner and tells nothing but that.
CREATE FUNCTION "bridge_of_token"(hash text) RETURNS TABLE(bridge_id uuid, firm_id uuid)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT b.id, b.firm_id FROM bridge b WHERE b.token_hash = hash AND b.revoked_at IS NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "bridge_of_token"(text) FROM PUBLIC;
