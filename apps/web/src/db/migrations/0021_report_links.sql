ALTER TABLE "public_link" ADD COLUMN "expires_at" timestamp with time zone;--> statement-breakpoint
-- What a customer's link shows, to somebody who is not signed in: the newest report of one visit, and nothing else of the firm. Of a link that is no more, whose it was.
CREATE FUNCTION "report_link"(link_token text) RETURNS TABLE(state text, firm_id uuid, firm_name text, visit_id uuid, model jsonb, version integer, hash text, created_at timestamptz)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT CASE WHEN l.revoked_at IS NOT NULL THEN 'revoked' WHEN l.expires_at <= now() THEN 'expired' ELSE 'open' END, f.id, f.name, l.subject_id, r.model, r.version, r.hash, r.created_at
  FROM public_link l
  JOIN firm f ON f.id = l.firm_id
  LEFT JOIN LATERAL (
    SELECT x.model, x.version, x.hash, x.created_at FROM report x
    WHERE x.firm_id = l.firm_id AND x.visit_id = l.subject_id AND l.revoked_at IS NULL AND l.expires_at > now() ORDER BY x.version DESC LIMIT 1) r ON true
  WHERE l.token = link_token AND l.kind = 'report'
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "report_link"(text) FROM PUBLIC;
