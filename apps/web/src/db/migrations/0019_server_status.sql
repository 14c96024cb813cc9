-- How the server stands, in numbers and without anything of any firm: for who runs it. Migrations are told by the time of the last one.
CREATE FUNCTION "server_status"() RETURNS jsonb
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT jsonb_build_object(
    'firms', (SELECT count(*) FROM firm),
    'people', (SELECT count(*) FROM membership WHERE left_at IS NULL),
    'sessions', (SELECT count(*) FROM session WHERE expires_at > now()),
    'visitsOpen', (SELECT count(*) FROM visit WHERE status = 'open'),
    'lettersWaiting', (SELECT count(*) FROM mail WHERE sent_at IS NULL AND tries < 12 AND created_at > now() - interval '3 days'),
    'lettersFailed', (SELECT count(*) FROM mail WHERE sent_at IS NULL AND tries >= 12 AND created_at > now() - interval '7 days'),
    'imports', (SELECT count(*) FROM import_job WHERE state IN ('importing', 'checking')),
    'databaseBytes', pg_database_size(current_database()),
    'connections', (SELECT count(*) FROM pg_stat_activity WHERE datname = current_database()),
    'migratedAt', (SELECT max(created_at) FROM drizzle.__drizzle_migrations))
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "server_status"() FROM PUBLIC;
