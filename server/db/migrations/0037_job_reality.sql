ALTER TABLE "job" ADD COLUMN "reality" text;--> statement-breakpoint
-- What was measured on a stand-in or only practised was no real tank, whatever else was recorded on it.
UPDATE "job" SET "reality" = CASE WHEN "hidden_tank" IS NOT NULL
  OR EXISTS (SELECT 1 FROM "repair_run" r WHERE r."job_id" = "job"."id" AND r."simulated")
  OR EXISTS (SELECT 1 FROM "test" t WHERE t."job_id" = "job"."id"
    AND (t."facts"->>'source' = 'stand-in' OR t."facts"->>'simulated' = 'true'))
  THEN 'simulated' ELSE 'real' END;--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "reality" SET NOT NULL;
