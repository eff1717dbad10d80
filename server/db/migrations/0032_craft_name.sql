-- A craft of a name is one craft: jobs of those that were made twice go to the one that was made first.
UPDATE "job" SET "craft_id" = kept."id" FROM (
  SELECT c."id" AS doubled, first_value(c."id") OVER (PARTITION BY lower(c."name") ORDER BY first_job."at" NULLS LAST, c."id") AS "id"
  FROM "craft" c LEFT JOIN (SELECT "craft_id", min("opened_at") AS "at" FROM "job" GROUP BY 1) first_job ON first_job."craft_id" = c."id"
) kept WHERE "job"."craft_id" = kept.doubled AND kept.doubled <> kept."id";--> statement-breakpoint
DELETE FROM "craft" c WHERE EXISTS (SELECT 1 FROM "craft" other WHERE lower(other."name") = lower(c."name") AND other."id" <> c."id")
  AND NOT EXISTS (SELECT 1 FROM "job" WHERE "craft_id" = c."id");--> statement-breakpoint
CREATE UNIQUE INDEX "craft_name" ON "craft" USING btree (lower("name"));
