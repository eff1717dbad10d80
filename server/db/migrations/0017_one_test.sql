CREATE TABLE "test" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid,
	"kit_id" uuid,
	"kind" text NOT NULL,
	"number" integer NOT NULL,
	"pressure" double precision NOT NULL,
	"closures" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"links" jsonb DEFAULT '{}'::jsonb NOT NULL,
	"reached" jsonb DEFAULT '[]'::jsonb NOT NULL,
	"relief" jsonb,
	"early_reason" text,
	"facts" jsonb NOT NULL,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"stopped_at" timestamp with time zone,
	CONSTRAINT "test_number" UNIQUE("job_id","kind","number"),
	CONSTRAINT "test_of_one" CHECK (("test"."job_id" is null) <> ("test"."kit_id" is null)),
	CONSTRAINT "test_facts" CHECK (jsonb_typeof("test"."facts") = 'object')
);
--> statement-breakpoint
CREATE TABLE "test_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"test_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"entry" jsonb NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
INSERT INTO "test" (id, job_id, kind, number, pressure, closures, links, reached, relief, early_reason, facts, started_by, started_at, stopped_at)
SELECT id, job_id, 'hold', number, (setup->>'testPressure')::float8, closures, links, reached, relief, early_reason,
	jsonb_build_object('source', source, 'setup', setup - 'testPressure' - 'method', 'hasThermometer', has_thermometer, 'hasBarometer', has_barometer, 'supply', supply,
		'clock', clock, 'settledAt', settled_at, 'estimate', estimate, 'noEstimate', no_estimate, 'scale', scale, 'kit', kit),
	created_by, created_at, stopped_at
FROM "hold";
--> statement-breakpoint
INSERT INTO "test" (id, job_id, kind, number, pressure, closures, links, reached, early_reason, facts, started_by, started_at, stopped_at)
SELECT id, job_id, 'balloon', number, (setup->>'pressure')::float8, closures, links, reached, early_reason, jsonb_build_object('setup', setup - 'pressure'), started_by, started_at, stopped_at
FROM "balloon";
--> statement-breakpoint
INSERT INTO "test" (id, job_id, kind, number, pressure, closures, links, reached, relief, early_reason, facts, started_by, started_at, stopped_at)
SELECT id, job_id, 'soap', number, pressure, closures, links, reached, relief, early_reason, '{}'::jsonb, started_by, started_at, stopped_at
FROM "soap";
--> statement-breakpoint
INSERT INTO "test" (id, job_id, kind, number, pressure, closures, links, relief, early_reason, facts, started_by, started_at, stopped_at)
SELECT id, job_id, 'smoke', number, (setup->>'pressure')::float8, setup->'closures', setup->'links', relief, early_reason,
	jsonb_build_object('tube', tube, 'own', own, 'simulated', simulated), started_by, started_at, stopped_at
FROM "smoke";
--> statement-breakpoint
INSERT INTO "test" (id, kit_id, kind, number, pressure, facts, started_by, started_at, stopped_at)
SELECT id, kit_id, 'rig', row_number() OVER (PARTITION BY kit_id ORDER BY at), (setup->>'testPressure')::float8,
	jsonb_build_object('setup', setup - 'testPressure' - 'method', 'readings', readings, 'estimate', estimate, 'simulated', simulated), person_id, at, at
FROM "rig_check";
--> statement-breakpoint
INSERT INTO "test_entry" (id, test_id, at, entry, person_id)
SELECT id, balloon_id, at, jsonb_build_object('kind', 'girth', 'girth', girth, 'controlGirth', control_girth, 'temperature', temperature, 'barometer', barometer), person_id FROM "girth"
UNION ALL
SELECT id, soap_id, at, jsonb_build_object('kind', 'mark', 'partId', part_id, 'mark', mark), person_id FROM "soap_mark"
UNION ALL
SELECT id, smoke_id, at, event, person_id FROM "smoke_event"
UNION ALL
SELECT id, hold_id, at, jsonb_build_object('kind', 'volume check', 'pushed', pushed, 'pushedUncertainty', pushed_uncertainty, 'before', before, 'after', after, 'barometer', barometer, 'used', used), person_id FROM "volume_check"
UNION ALL
-- A mark had no time of day of its own: that of the hold's beginning and its place in it, never after its end.
SELECT mark.id, mark.hold_id, least(hold.created_at + make_interval(secs => mark.t), hold.stopped_at), jsonb_build_object('kind', mark.kind, 't', mark.t, 'amount', mark.amount), mark.person_id
FROM "hold_mark" mark JOIN "hold" ON hold.id = mark.hold_id;
--> statement-breakpoint
ALTER TABLE "find" DROP CONSTRAINT "find_of_one_test";
--> statement-breakpoint
ALTER TABLE "device_key" DROP CONSTRAINT "device_key_hold_id_hold_id_fk";
--> statement-breakpoint
ALTER TABLE "reading" DROP CONSTRAINT "reading_hold_id_hold_id_fk";
--> statement-breakpoint
ALTER TABLE "find" DROP CONSTRAINT "find_soap_id_soap_id_fk";
--> statement-breakpoint
ALTER TABLE "find" DROP CONSTRAINT "find_smoke_id_smoke_id_fk";
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "moved_at" timestamp with time zone;
--> statement-breakpoint
UPDATE "job" SET "moved_at" = greatest("opened_at", (SELECT max(at) FROM "trail" WHERE trail.job_id = job.id AND person_id IS NOT NULL));
--> statement-breakpoint
ALTER TABLE "job" ALTER COLUMN "moved_at" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "closed_at" timestamp with time zone;
--> statement-breakpoint
ALTER TABLE "find" ADD COLUMN "test_id" uuid;
--> statement-breakpoint
UPDATE "find" SET "test_id" = coalesce("soap_id", "smoke_id");
--> statement-breakpoint
ALTER TABLE "find" ALTER COLUMN "test_id" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "find" DROP COLUMN "soap_id";
--> statement-breakpoint
ALTER TABLE "find" DROP COLUMN "smoke_id";
--> statement-breakpoint
DROP TABLE "hold_mark";
--> statement-breakpoint
DROP TABLE "volume_check";
--> statement-breakpoint
DROP TABLE "girth";
--> statement-breakpoint
DROP TABLE "soap_mark";
--> statement-breakpoint
DROP TABLE "smoke_event";
--> statement-breakpoint
DROP TABLE "rig_check";
--> statement-breakpoint
DROP TABLE "hold";
--> statement-breakpoint
DROP TABLE "balloon";
--> statement-breakpoint
DROP TABLE "soap";
--> statement-breakpoint
DROP TABLE "smoke";
--> statement-breakpoint
ALTER TABLE "test" ADD CONSTRAINT "test_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "test" ADD CONSTRAINT "test_kit_id_kit_item_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kit_item"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "test" ADD CONSTRAINT "test_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "test_entry" ADD CONSTRAINT "test_entry_test_id_test_id_fk" FOREIGN KEY ("test_id") REFERENCES "public"."test"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "test_entry" ADD CONSTRAINT "test_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "device_key" ADD CONSTRAINT "device_key_hold_id_test_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."test"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_hold_id_test_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."test"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_test_id_test_id_fk" FOREIGN KEY ("test_id") REFERENCES "public"."test"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "test_kit" ON "test" USING btree ("kit_id");
--> statement-breakpoint
CREATE INDEX "test_running" ON "test" USING btree ("kind") WHERE "test"."stopped_at" is null;
--> statement-breakpoint
CREATE INDEX "test_entry_test" ON "test_entry" USING btree ("test_id","at");
--> statement-breakpoint
CREATE INDEX "job_moved" ON "job" USING btree ("moved_at");
--> statement-breakpoint
CREATE INDEX "job_craft" ON "job" USING btree ("craft_id");
--> statement-breakpoint
CREATE INDEX "strike_job" ON "strike" USING btree ("job_id");
