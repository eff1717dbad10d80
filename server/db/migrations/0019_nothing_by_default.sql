CREATE TABLE "map_before" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"until" timestamp with time zone NOT NULL,
	"circuit" jsonb NOT NULL,
	"parts" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "unholdable" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "fuel_acceptance" double precision;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "limits_reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "added_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "test" ADD COLUMN "wetted_share" double precision;--> statement-breakpoint
ALTER TABLE "map_before" ADD CONSTRAINT "map_before_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unholdable" ADD CONSTRAINT "unholdable_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "unholdable" ADD CONSTRAINT "unholdable_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "map_before_job" ON "map_before" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "unholdable_job" ON "unholdable" USING btree ("job_id");--> statement-breakpoint
-- How wet a hold was stood in its set-up alone.
UPDATE "test" SET "wetted_share" = coalesce(("facts"->'setup'->'wetted'->>'share')::float8, 0) WHERE "kind" = 'hold';--> statement-breakpoint
-- An estimate says its one-sided bounds; those of a normal belief stand at 1.645/1.960 of its two-sided ones.
UPDATE "test" SET "facts" = jsonb_set("facts", '{estimate}', "facts"->'estimate' || jsonb_build_object(
	'above95', greatest(0, ("facts"->'estimate'->>'leakRate')::float8 - 0.8392 * (("facts"->'estimate'->>'leakRate')::float8 - ("facts"->'estimate'->>'low95')::float8)),
	'below95', ("facts"->'estimate'->>'leakRate')::float8 + 0.8392 * (("facts"->'estimate'->>'high95')::float8 - ("facts"->'estimate'->>'leakRate')::float8),
	'belowZero', false))
WHERE jsonb_typeof("facts"->'estimate') = 'object';--> statement-breakpoint
-- What a hold is held against is the job's limit of today.
UPDATE "test" SET "facts" = "facts" #- '{setup,limit}' WHERE "kind" IN ('hold', 'balloon');
