CREATE TABLE "passkey" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text,
	"public_key" text NOT NULL,
	"user_id" text NOT NULL,
	"credential_id" text NOT NULL,
	"counter" integer NOT NULL,
	"device_type" text NOT NULL,
	"backed_up" boolean NOT NULL,
	"transports" text,
	"created_at" timestamp with time zone DEFAULT now(),
	"aaguid" text,
	CONSTRAINT "passkey_credential_id_unique" UNIQUE("credential_id")
);
--> statement-breakpoint
CREATE TABLE "two_factor" (
	"id" text PRIMARY KEY NOT NULL,
	"secret" text NOT NULL,
	"backup_codes" text NOT NULL,
	"user_id" text NOT NULL,
	"verified" boolean DEFAULT true NOT NULL,
	"failed_verification_count" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "user" ADD COLUMN "two_factor_enabled" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "firm" ADD COLUMN "second_factor" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "passkey" ADD CONSTRAINT "passkey_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "two_factor" ADD CONSTRAINT "two_factor_user_id_user_id_fk" FOREIGN KEY ("user_id") REFERENCES "public"."user"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "passkey_user" ON "passkey" USING btree ("user_id");--> statement-breakpoint
CREATE INDEX "two_factor_user" ON "two_factor" USING btree ("user_id");--> statement-breakpoint
DROP FUNCTION "acting_session"(text);--> statement-breakpoint
DROP FUNCTION "acting_person"(text, text);--> statement-breakpoint
-- Who acts, with their pass, and whether their firm asks for a second factor that they have not set up.
CREATE FUNCTION "acting_person"(by_user text, by_token text) RETURNS TABLE(
  user_id text, name text, session_updated_at timestamptz, firm_id uuid, firm_name text, role text, licence_number text, licence_until date, units text, far_view_tones boolean, dialect text, practice_units text, firm_time_zone text, pass text, second_factor_due boolean
)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  -- In this language the plan is kept: it is asked at every request.
  RETURN QUERY SELECT u.id, coalesce(m.name, u.name), s.updated_at, m.firm_id, f.name, m.role, m.licence_number, m.licence_until, p.units, coalesce(p.far_view_tones, false), p.dialect,
    (SELECT pp.data->>'units' FROM practice_profile pp WHERE pp.firm_id = m.firm_id AND pp.profile_id = f.practice_id ORDER BY pp.version DESC LIMIT 1), f.time_zone,
    fresh_pass(m.firm_id, u.id), f.second_factor AND NOT u.two_factor_enabled
  FROM "user" u
  LEFT JOIN session s ON by_token IS NOT NULL AND s.token = by_token AND s.user_id = u.id
  JOIN membership m ON m.user_id = u.id AND m.left_at IS NULL
  JOIN firm f ON f.id = m.firm_id
  LEFT JOIN preference p ON p.firm_id = m.firm_id AND p.user_id = u.id
  WHERE u.id = CASE WHEN by_token IS NULL THEN by_user ELSE (SELECT t.user_id FROM session t WHERE t.token = by_token AND t.expires_at > now()) END
  LIMIT 1;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "acting_person"(text, text) FROM PUBLIC;--> statement-breakpoint
CREATE FUNCTION "acting_session"(token text) RETURNS TABLE(
  user_id text, name text, session_updated_at timestamptz, firm_id uuid, firm_name text, role text, licence_number text, licence_until date, units text, far_view_tones boolean, dialect text, practice_units text, firm_time_zone text, pass text, second_factor_due boolean
)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF token IS NULL THEN RETURN; END IF;
  RETURN QUERY SELECT * FROM acting_person(NULL, token);
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "acting_session"(text) FROM PUBLIC;--> statement-breakpoint
CREATE OR REPLACE FUNCTION "forget_person"(person text, nameless text) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT scope_proven() OR works_elsewhere(person, false) OR NOT EXISTS (
    SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NOT NULL AND m.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) THEN RETURN false; END IF;
  DELETE FROM session s WHERE s.user_id = person;
  DELETE FROM account a WHERE a.user_id = person;
  DELETE FROM two_factor f WHERE f.user_id = person;
  DELETE FROM passkey k WHERE k.user_id = person;
  UPDATE "user" u SET name = nameless, email = person || '@erased.invalid', image = NULL, two_factor_enabled = false WHERE u.id = person;
  RETURN true;
END $$;--> statement-breakpoint
-- For somebody who works in this firm only and lost their authenticator and their codes: the password alone opens again, and every session ends.
CREATE FUNCTION "reset_second_factor"(person text) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT scope_proven() OR works_elsewhere(person, false) OR NOT EXISTS (
    SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NULL AND m.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid)
    OR NOT EXISTS (SELECT FROM "user" u WHERE u.id = person AND u.two_factor_enabled) THEN RETURN false; END IF;
  DELETE FROM two_factor f WHERE f.user_id = person;
  UPDATE "user" u SET two_factor_enabled = false WHERE u.id = person;
  DELETE FROM session s WHERE s.user_id = person;
  RETURN true;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "reset_second_factor"(text) FROM PUBLIC;
