DROP FUNCTION "report_link"(text);--> statement-breakpoint
-- What a customer's link shows, to somebody who is not signed in: a report of one visit (the newest unless another is wanted), what it took the place of, and nothing else of
-- the firm. Of a link that is no more, whose it was.
CREATE FUNCTION "report_link"(link_token text, wanted integer) RETURNS TABLE(state text, firm_id uuid, firm_name text, visit_id uuid, model jsonb, version integer, hash text, created_at timestamptz, by_name text, newest integer, model_before jsonb)
LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT CASE WHEN l.revoked_at IS NOT NULL THEN 'revoked' WHEN l.expires_at <= now() THEN 'expired' ELSE 'open' END, f.id, f.name, l.subject_id,
    r.model, r.version, r.hash, r.created_at, r.by_name, r.newest, r.model_before
  FROM public_link l
  JOIN firm f ON f.id = l.firm_id
  LEFT JOIN LATERAL (
    SELECT x.model, x.version, x.hash, x.created_at, COALESCE(m.name, u.name) AS by_name, max(x.version) OVER () AS newest,
      lag(x.model) OVER (ORDER BY x.version) AS model_before
    FROM report x
    JOIN "user" u ON u.id = x.created_by
    LEFT JOIN membership m ON m.user_id = x.created_by AND m.firm_id = x.firm_id
    WHERE x.firm_id = l.firm_id AND x.visit_id = l.subject_id AND l.revoked_at IS NULL AND l.expires_at > now()) r ON r.version = COALESCE(wanted, r.newest)
  WHERE l.token = link_token AND l.kind = 'report'
$$;--> statement-breakpoint
REVOKE ALL ON FUNCTION "report_link"(text, integer) FROM PUBLIC;
