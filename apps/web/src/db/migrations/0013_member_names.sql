ALTER TABLE "membership" ADD COLUMN "name" text;--> statement-breakpoint
-- The same question as before: a person is called what the firm calls them.
CREATE OR REPLACE FUNCTION "acting_person"(by_user text, by_token text) RETURNS TABLE(
  user_id text, name text, session_updated_at timestamptz, firm_id uuid, firm_name text, role text, licence_number text, licence_until date, units text, far_view_tones boolean, dialect text, practice_units text, firm_time_zone text
)
LANGUAGE plpgsql STABLE SECURITY DEFINER SET search_path = public, pg_temp SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  -- In this language the plan is kept: it is asked at every request.
  RETURN QUERY SELECT u.id, coalesce(m.name, u.name), s.updated_at, m.firm_id, f.name, m.role, m.licence_number, m.licence_until, p.units, coalesce(p.far_view_tones, false), p.dialect,
    (SELECT pp.data->>'units' FROM practice_profile pp WHERE pp.firm_id = m.firm_id AND pp.profile_id = f.practice_id ORDER BY pp.version DESC LIMIT 1), f.time_zone
  FROM "user" u
  LEFT JOIN session s ON by_token IS NOT NULL AND s.token = by_token AND s.user_id = u.id
  JOIN membership m ON m.user_id = u.id AND m.left_at IS NULL
  JOIN firm f ON f.id = m.firm_id
  LEFT JOIN preference p ON p.firm_id = m.firm_id AND p.user_id = u.id
  WHERE u.id = CASE WHEN by_token IS NULL THEN by_user ELSE (SELECT t.user_id FROM session t WHERE t.token = by_token AND t.expires_at > now()) END
  LIMIT 1;
END $$;
