CREATE TABLE "pass_secret" (
	"secret" text PRIMARY KEY NOT NULL
);--> statement-breakpoint
ALTER TABLE "visit" ADD COLUMN "log_head" text;--> statement-breakpoint
ALTER TABLE "visit_event" ADD COLUMN "chain_hash" text;--> statement-breakpoint
ALTER TABLE "report" ADD COLUMN "log_seq" integer;--> statement-breakpoint
ALTER TABLE "report" ADD COLUMN "log_head" text;--> statement-breakpoint
INSERT INTO "pass_secret" VALUES (encode(sha256(convert_to(gen_random_uuid()::text || gen_random_uuid()::text, 'UTF8')), 'hex'));--> statement-breakpoint
-- The pass with which a transaction enters a firm as a person, good until a second of the epoch: a keyed hash that only the owner's functions can make. They give it to
-- whoever proves who they are: by a session, a bridge's token, a label, an invitation.
CREATE FUNCTION "scope_pass"(firm uuid, person text, until bigint) RETURNS text
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  key text;
BEGIN
  SELECT s.secret INTO STRICT key FROM pass_secret s;
  RETURN until::text || '.' || encode(sha256(convert_to(key || encode(sha256(convert_to(concat_ws('|', key, firm::text, person, until::text), 'UTF8')), 'hex'), 'UTF8')), 'hex');
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "scope_pass"(uuid, text, bigint) FROM PUBLIC;--> statement-breakpoint
CREATE FUNCTION "fresh_pass"(firm uuid, person text) RETURNS text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT scope_pass(firm, person, extract(epoch FROM now())::bigint + 43200)
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "fresh_pass"(uuid, text) FROM PUBLIC;--> statement-breakpoint
-- Whether the running transaction has shown a pass for the firm and the person it names. Time is that of its beginning: long work does not lose its rows half way.
CREATE FUNCTION "scope_proven"() RETURNS boolean
LANGUAGE plpgsql STABLE SECURITY DEFINER PARALLEL SAFE SET search_path = public, pg_temp AS $$
DECLARE
  pass text := current_setting('lucerna.pass', true);
  until bigint;
BEGIN
  IF pass IS NULL OR pass !~ '^[0-9]{1,12}\.[0-9a-f]{64}$' THEN RETURN false; END IF;
  until := split_part(pass, '.', 1)::bigint;
  RETURN until > extract(epoch FROM now())
    AND pass = scope_pass(nullif(current_setting('lucerna.firm_id', true), '')::uuid, coalesce(current_setting('lucerna.user_id', true), ''), until);
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "scope_proven"() FROM PUBLIC;--> statement-breakpoint
-- Who acts, with their pass: for sign-in only, since it asks for nothing but an id.
DROP FUNCTION "acting_person"(text, text);--> statement-breakpoint
CREATE FUNCTION "acting_person"(by_user text, by_token text) RETURNS TABLE(
  user_id text, name text, session_updated_at timestamptz, firm_id uuid, firm_name text, role text, licence_number text, licence_until date, units text, far_view_tones boolean, dialect text, practice_units text, firm_time_zone text, pass text
)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  -- In this language the plan is kept: it is asked at every request.
  RETURN QUERY SELECT u.id, coalesce(m.name, u.name), s.updated_at, m.firm_id, f.name, m.role, m.licence_number, m.licence_until, p.units, coalesce(p.far_view_tones, false), p.dialect,
    (SELECT pp.data->>'units' FROM practice_profile pp WHERE pp.firm_id = m.firm_id AND pp.profile_id = f.practice_id ORDER BY pp.version DESC LIMIT 1), f.time_zone,
    fresh_pass(m.firm_id, u.id)
  FROM "user" u
  LEFT JOIN session s ON by_token IS NOT NULL AND s.token = by_token AND s.user_id = u.id
  JOIN membership m ON m.user_id = u.id AND m.left_at IS NULL
  JOIN firm f ON f.id = m.firm_id
  LEFT JOIN preference p ON p.firm_id = m.firm_id AND p.user_id = u.id
  WHERE u.id = CASE WHEN by_token IS NULL THEN by_user ELSE (SELECT t.user_id FROM session t WHERE t.token = by_token AND t.expires_at > now()) END
  LIMIT 1;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "acting_person"(text, text) FROM PUBLIC;--> statement-breakpoint
-- The same by the token of a session that still holds: for the application.
CREATE FUNCTION "acting_session"(token text) RETURNS TABLE(
  user_id text, name text, session_updated_at timestamptz, firm_id uuid, firm_name text, role text, licence_number text, licence_until date, units text, far_view_tones boolean, dialect text, practice_units text, firm_time_zone text, pass text
)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF token IS NULL THEN RETURN; END IF;
  RETURN QUERY SELECT * FROM acting_person(NULL, token);
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "acting_session"(text) FROM PUBLIC;--> statement-breakpoint
DROP FUNCTION "bridge_of_token"(text);--> statement-breakpoint
-- Whose token it is: asked before any firm is known, so it runs as its owner and tells nothing but that.
CREATE FUNCTION "bridge_of_token"(hash text) RETURNS TABLE(bridge_id uuid, firm_id uuid, pass text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT b.id, b.firm_id, fresh_pass(b.firm_id, '') FROM bridge b WHERE b.token_hash = hash AND b.revoked_at IS NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "bridge_of_token"(text) FROM PUBLIC;--> statement-breakpoint
DROP FUNCTION "lid_label"(text);--> statement-breakpoint
-- What the code on a lid stands for, to somebody who is not signed in: nothing of a label that was revoked or an appliance that is gone.
CREATE FUNCTION "lid_label"(link_token text) RETURNS TABLE(firm_id uuid, firm_name text, appliance_id uuid, appliance_name text, time_zone text, emergency_number text, pass text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT f.id, f.name, a.id, a.name, s.time_zone, coalesce(s.emergency_number,
    (SELECT pp.data->>'emergencyNumber' FROM practice_profile pp WHERE pp.firm_id = f.id AND pp.profile_id = f.practice_id ORDER BY pp.version DESC LIMIT 1)),
    fresh_pass(f.id, '')
  FROM public_link l
  JOIN firm f ON f.id = l.firm_id
  JOIN appliance a ON a.id = l.subject_id AND a.firm_id = l.firm_id AND a.deleted_at IS NULL
  JOIN site s ON s.id = a.site_id AND s.deleted_at IS NULL
  WHERE l.token = link_token AND l.kind = 'lid-label' AND l.revoked_at IS NULL
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "lid_label"(text) FROM PUBLIC;--> statement-breakpoint
-- The pass of an invitation's link, for the firm that sent it; also for one that was used or withdrawn, which is then told.
CREATE FUNCTION "invitation_pass"(firm uuid, hash text) RETURNS text
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT fresh_pass(i.firm_id, '') FROM invitation i WHERE i.firm_id = firm AND i.secret_hash = hash
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "invitation_pass"(uuid, text) FROM PUBLIC;--> statement-breakpoint
-- The account of who takes an open invitation up: a new one, or that of somebody who left everywhere, with a new password. Null where they work in another firm.
CREATE FUNCTION "take_up_invitation"(hash text, new_person text, new_account text, password_hash text) RETURNS text
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  offer invitation%ROWTYPE;
  person text;
BEGIN
  IF NOT scope_proven() THEN RAISE EXCEPTION 'no pass' USING ERRCODE = 'insufficient_privilege'; END IF;
  SELECT * INTO offer FROM invitation i WHERE i.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid AND i.secret_hash = hash
    AND i.accepted_at IS NULL AND i.revoked_at IS NULL;
  IF NOT FOUND THEN RAISE EXCEPTION 'no open invitation' USING ERRCODE = 'insufficient_privilege'; END IF;
  SELECT u.id INTO person FROM "user" u WHERE u.email = offer.email FOR UPDATE;
  IF person IS NULL THEN
    INSERT INTO "user" (id, name, email, email_verified) VALUES (new_person, offer.name, offer.email, true);
    INSERT INTO account (id, account_id, provider_id, user_id, password) VALUES (new_account, new_person, 'credential', new_person, password_hash);
    RETURN new_person;
  END IF;
  IF EXISTS (SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NULL AND m.firm_id <> offer.firm_id) THEN RETURN NULL; END IF;
  UPDATE account a SET password = password_hash, updated_at = now() WHERE a.user_id = person AND a.provider_id = 'credential';
  RETURN person;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "take_up_invitation"(text, text, text, text) FROM PUBLIC;--> statement-breakpoint
-- Whether somebody who is or was in the firm of the transaction works in another one (or ever did); nothing of which.
CREATE FUNCTION "works_elsewhere"(person text, ever boolean) RETURNS boolean
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT scope_proven() AND EXISTS (
    SELECT FROM membership own JOIN membership other ON other.user_id = own.user_id AND other.firm_id <> own.firm_id AND (ever OR other.left_at IS NULL)
    WHERE own.user_id = person AND own.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid)
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "works_elsewhere"(text, boolean) FROM PUBLIC;--> statement-breakpoint
-- Where somebody is signed in, without the tokens: oneself, or somebody who works in this firm and never worked in another.
CREATE FUNCTION "sessions_of"(person text) RETURNS TABLE(id text, created_at timestamptz, updated_at timestamptz, expires_at timestamptz, ip_address text, user_agent text)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT s.id, s.created_at, s.updated_at, s.expires_at, s.ip_address, s.user_agent FROM session s
  WHERE s.user_id = person AND scope_proven() AND (
    person = current_setting('lucerna.user_id', true)
    OR NOT works_elsewhere(person, true) AND EXISTS (
      SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NULL AND m.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid))
  ORDER BY s.updated_at DESC LIMIT 100
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "sessions_of"(text) FROM PUBLIC;--> statement-breakpoint
-- Ends one session, or all but one, of oneself or of somebody who works in this firm only; answers how many.
CREATE FUNCTION "end_sessions_of"(person text, only_id text, but_id text) RETURNS integer
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  gone integer;
BEGIN
  IF NOT scope_proven() OR person IS DISTINCT FROM current_setting('lucerna.user_id', true) AND (works_elsewhere(person, false) OR NOT EXISTS (
    SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NULL AND m.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid)) THEN RETURN 0; END IF;
  DELETE FROM session s WHERE s.user_id = person AND (only_id IS NULL OR s.id = only_id) AND s.id IS DISTINCT FROM but_id;
  GET DIAGNOSTICS gone = ROW_COUNT;
  RETURN gone;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "end_sessions_of"(text, text, text) FROM PUBLIC;--> statement-breakpoint
-- Erases the account of somebody who left the firm of the transaction and works nowhere else.
CREATE FUNCTION "forget_person"(person text, nameless text) RETURNS boolean
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NOT scope_proven() OR works_elsewhere(person, false) OR NOT EXISTS (
    SELECT FROM membership m WHERE m.user_id = person AND m.left_at IS NOT NULL AND m.firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid) THEN RETURN false; END IF;
  DELETE FROM session s WHERE s.user_id = person;
  DELETE FROM account a WHERE a.user_id = person;
  UPDATE "user" u SET name = nameless, email = person || '@erased.invalid', image = NULL WHERE u.id = person;
  RETURN true;
END $$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "forget_person"(text, text) FROM PUBLIC;--> statement-breakpoint
-- An event takes the next place in its log: nothing goes before, between or far behind.
CREATE FUNCTION "visit_event_next"() RETURNS trigger
LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  IF NEW.seq IS DISTINCT FROM 1 + (SELECT coalesce(max(e.seq), 0) FROM visit_event e WHERE e.visit_id = NEW.visit_id) THEN
    RAISE EXCEPTION 'an event takes the next place in its log' USING ERRCODE = 'check_violation';
  END IF;
  RETURN NEW;
END $$;--> statement-breakpoint
CREATE TRIGGER "visit_event_next" BEFORE INSERT ON "visit_event" FOR EACH ROW EXECUTE FUNCTION visit_event_next();--> statement-breakpoint
CREATE OR REPLACE FUNCTION "begin_firm"(link_hash text, facts jsonb) RETURNS text
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
  -- The rest of the transaction fills the firm.
  PERFORM set_config('lucerna.pass', fresh_pass((facts->>'firm_id')::uuid, facts->>'user_id'), true);
  RETURN 'begun';
END $$;--> statement-breakpoint
CREATE OR REPLACE FUNCTION "search_words"(token text, at_most integer) RETURNS TABLE(word text, how integer, likeness real)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
DECLARE
  firm uuid := nullif(current_setting('lucerna.firm_id', true), '')::uuid;
  found integer;
  more integer;
BEGIN
  IF firm IS NULL OR NOT scope_proven() OR length(token) < 1 THEN RETURN; END IF;
  RETURN QUERY EXECUTE 'SELECT w.word, 0, 1::real FROM search_word w WHERE w.firm_id = $1 AND w.word ~>=~ $2 AND w.word ~<~ $3 ORDER BY w.word USING ~<~ LIMIT $4'
    USING firm, token, token || chr(1114111), at_most;
  GET DIAGNOSTICS found = ROW_COUNT;
  -- A part shorter than a trigram is looked for at the beginning of words only.
  IF found = at_most OR length(token) < 3 OR EXISTS (SELECT FROM search_word w WHERE w.firm_id = firm AND w.word = token) THEN RETURN; END IF;
  RETURN QUERY EXECUTE 'SELECT w.word, 1, (length($2)::real / length(w.word))::real FROM search_word w WHERE w.firm_id = $1 AND w.word LIKE $3 AND NOT w.word LIKE $4 LIMIT $5'
    USING firm, token, '%' || token || '%', token || '%', at_most - found;
  GET DIAGNOSTICS more = ROW_COUNT;
  IF found + more > 0 THEN RETURN; END IF;
  -- Numbers are alike by chance: they have to be more alike than words to count as a typing error.
  PERFORM set_config('pg_trgm.similarity_threshold', CASE WHEN token ~ '[0-9]' THEN '0.55' ELSE '0.3' END, true);
  RETURN QUERY EXECUTE 'SELECT w.word, 2, similarity(w.word, $2)::real FROM search_word w WHERE w.firm_id = $1 AND w.word % $2 AND length(w.word) BETWEEN length($2) - 3 AND length($2) + 3 ORDER BY 3 DESC, 1 LIMIT $3'
    USING firm, token, least(at_most, 12);
END $$;--> statement-breakpoint
ALTER POLICY "own_firm" ON "audit_entry" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "firm" TO public USING (id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "invitation" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "mail" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "membership" TO public USING ((firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid or user_id = nullif(current_setting('lucerna.user_id', true), '')) and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "preference" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "working_memory" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "appliance" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "document_draft" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "gas_supply" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "import_job" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "import_row" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "instrument" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "instrument_check" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "lockout_note" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "old_paper" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "photo" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "photo_file" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "practice_profile" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "public_link" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "site" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "target_card" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "follow_up" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "report" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "visit" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "visit_appliance" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "visit_device" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "visit_event" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "visit_value" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "search_entry" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "search_posting" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "search_word" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "bridge" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "bridge_voice" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "live_command" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));--> statement-breakpoint
ALTER POLICY "own_firm" ON "live_lines" TO public USING (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven())) WITH CHECK (firm_id = nullif(current_setting('lucerna.firm_id', true), '')::uuid and (select scope_proven()));