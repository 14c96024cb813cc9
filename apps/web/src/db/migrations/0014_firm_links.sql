CREATE TABLE "firm_link" (
	"secret_hash" text PRIMARY KEY NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone
);--> statement-breakpoint
-- Whether a link still begins a firm.
CREATE FUNCTION "firm_link_open"(link_hash text) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT EXISTS (SELECT 1 FROM firm_link WHERE secret_hash = link_hash AND used_at IS NULL AND created_at > now() - interval '7 days')
$$;--> statement-breakpoint
-- Begins a firm with its lead, by a link that is used up by it: 'begun', 'used', or 'email' where somebody has the address.
CREATE FUNCTION "begin_firm"(link_hash text, facts jsonb) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE firm_link SET used_at = now() WHERE secret_hash = link_hash AND used_at IS NULL AND created_at > now() - interval '7 days';
  IF NOT FOUND THEN RETURN 'used'; END IF;
  IF EXISTS (SELECT 1 FROM "user" WHERE email = facts->>'email') THEN RETURN 'email'; END IF;
  INSERT INTO firm (id, name, practice_id, practice_version, time_zone)
    VALUES ((facts->>'firm_id')::uuid, facts->>'firm_name', facts->>'practice_id', (facts->>'practice_version')::integer, facts->>'time_zone');
  INSERT INTO "user" (id, name, email, email_verified) VALUES (facts->>'user_id', facts->>'user_name', facts->>'email', true);
  INSERT INTO account (id, account_id, provider_id, user_id, password)
    VALUES (facts->>'account_id', facts->>'user_id', 'credential', facts->>'user_id', facts->>'password');
  INSERT INTO membership (id, firm_id, user_id, role, licence_number, licence_until)
    VALUES ((facts->>'membership_id')::uuid, (facts->>'firm_id')::uuid, facts->>'user_id', 'lead', facts->>'licence_number', (facts->>'licence_until')::date);
  RETURN 'begun';
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "firm_link_open"(text) FROM PUBLIC;--> statement-breakpoint
REVOKE ALL ON FUNCTION "begin_firm"(text, jsonb) FROM PUBLIC;
