ALTER TABLE "job" ALTER COLUMN "circuit" SET DEFAULT '{"spaces":[{"id":"tank","name":"Tank","kind":"tank","carries":null,"path":[]}],"links":[]}'::jsonb;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "trait" text;
--> statement-breakpoint
-- Until now what a line carries, where a tank is strapped and which gauge has no wire were read from names: once more, and kept.
UPDATE "job" SET "circuit" = jsonb_set("circuit", '{spaces}', (
	SELECT jsonb_agg(space || jsonb_build_object('carries', CASE WHEN space->>'kind' <> 'line' THEN NULL
		WHEN families && ARRAY['return'] OR space->>'name' ~* 'return' THEN 'return'
		WHEN families && ARRAY['vapour hose', 'purge valve', 'canister'] OR space->>'name' ~* 'vapour|purge|canister' THEN 'vapour'
		WHEN families && ARRAY['filler hose', 'neck'] OR space->>'name' ~* 'fill|neck' THEN 'filling'
		WHEN families && ARRAY['vent hose', 'vent valve'] OR space->>'name' ~* 'vent' THEN 'vent'
		WHEN space->>'name' ~* 'heater' THEN 'heater feed'
		WHEN families && ARRAY['crossover'] OR space->>'name' ~* 'crossover' THEN 'crossover'
		ELSE 'feed' END) ORDER BY place)
	FROM jsonb_array_elements("circuit"->'spaces') WITH ORDINALITY AS known (space, place)
	CROSS JOIN LATERAL (SELECT coalesce(array_agg(part.family), ARRAY[]::text[]) AS families FROM "part" WHERE part.job_id = job.id AND part.space = known.space->>'id' AND part.removed_at IS NULL) AS on_it
)) WHERE jsonb_array_length("circuit"->'spaces') > 0;
--> statement-breakpoint
UPDATE "part" SET "trait" = CASE WHEN family = 'wall' AND name ~* 'cradle' THEN 'cradle' WHEN family = 'wall' AND name ~* 'strap' THEN 'strap'
	WHEN family IN ('sender', 'sensor') AND name ~* 'float gauge|sight|dip' THEN 'mechanical' END;
