CREATE TABLE "check_answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"check_key" text NOT NULL,
	"outcome" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "outcome" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"cause" text NOT NULL,
	"part_id" uuid,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"note" text NOT NULL,
	"picture" "bytea" NOT NULL,
	"thumbnail" "bytea" NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "probe" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"method" text NOT NULL,
	"setup" jsonb NOT NULL,
	"reached" jsonb NOT NULL,
	"leaks" boolean NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "purchase" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"name" text NOT NULL,
	"reason" text NOT NULL,
	"measure" text NOT NULL,
	"cause" text,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "purchase_step" (
	"id" uuid PRIMARY KEY NOT NULL,
	"purchase_id" uuid NOT NULL,
	"step" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "smoke" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"setup" jsonb NOT NULL,
	"tube" jsonb NOT NULL,
	"own" jsonb NOT NULL,
	"simulated" boolean NOT NULL,
	"early_reason" text,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"stopped_at" timestamp with time zone,
	CONSTRAINT "smoke_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "smoke_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"smoke_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"event" jsonb NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
ALTER TABLE "find" ALTER COLUMN "soap_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "balloon" ADD COLUMN "links" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "craft" ADD COLUMN "built" integer;--> statement-breakpoint
ALTER TABLE "find" ADD COLUMN "smoke_id" uuid;--> statement-breakpoint
ALTER TABLE "hold" ADD COLUMN "links" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "circuit" jsonb DEFAULT '{"spaces":[{"id":"tank","name":"Tank","kind":"tank","path":[]}],"links":[]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "space" text DEFAULT 'tank';--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "link" text;--> statement-breakpoint
ALTER TABLE "soap" ADD COLUMN "closures" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "soap" ADD COLUMN "links" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "soap" ADD COLUMN "reached" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "check_answer" ADD CONSTRAINT "check_answer_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "check_answer" ADD CONSTRAINT "check_answer_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "outcome" ADD CONSTRAINT "outcome_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "probe" ADD CONSTRAINT "probe_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "probe" ADD CONSTRAINT "probe_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase" ADD CONSTRAINT "purchase_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase" ADD CONSTRAINT "purchase_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_step" ADD CONSTRAINT "purchase_step_purchase_id_purchase_id_fk" FOREIGN KEY ("purchase_id") REFERENCES "public"."purchase"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "purchase_step" ADD CONSTRAINT "purchase_step_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "smoke" ADD CONSTRAINT "smoke_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "smoke" ADD CONSTRAINT "smoke_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "smoke_event" ADD CONSTRAINT "smoke_event_smoke_id_smoke_id_fk" FOREIGN KEY ("smoke_id") REFERENCES "public"."smoke"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "smoke_event" ADD CONSTRAINT "smoke_event_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "check_answer_job" ON "check_answer" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "outcome_job" ON "outcome" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "photo_job" ON "photo" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "probe_job" ON "probe" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "purchase_job" ON "purchase" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "purchase_step_purchase" ON "purchase_step" USING btree ("purchase_id");--> statement-breakpoint
CREATE INDEX "smoke_event_smoke" ON "smoke_event" USING btree ("smoke_id");--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_smoke_id_smoke_id_fk" FOREIGN KEY ("smoke_id") REFERENCES "public"."smoke"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_of_one_test" CHECK (("find"."soap_id" is null) <> ("find"."smoke_id" is null));--> statement-breakpoint
UPDATE "soap" SET "reached" = (SELECT coalesce(jsonb_agg("part"."id"::text), '[]'::jsonb) FROM "part" WHERE "part"."job_id" = "soap"."job_id");--> statement-breakpoint
UPDATE "job" SET "complaint" = jsonb_build_object(
	'signs', (SELECT coalesce(jsonb_agg("sign"), '[]'::jsonb) FROM (
		SELECT DISTINCT "names"."sign" FROM (VALUES
			('while filling', 'while-filling'), ('brim-full', 'brim-full'), ('engine running', 'engine-running'), ('under way', 'under-way'), ('parked, hours later', 'parked'), ('after a repair', 'after-repair'),
			('top', 'wet-top'), ('neck side', 'wet-neck'), ('low', 'wet-low'), ('under a strap', 'wet-strap'), ('inside the craft', 'wet-inside'), ('cannot say', 'wet-unknown'),
			('smell', 'smell-only'), ('stain', 'stain'), ('weep', 'weep'), ('drip', 'drip'), ('pool', 'pool')
		) AS "names"("said", "sign")
		WHERE "complaint"->'shows' ? "names"."said" OR "complaint"->'wet' ? "names"."said" OR "complaint"->>'amount' = "names"."said"
	) AS "signs"),
	'codes', '[]'::jsonb, 'words', coalesce("complaint"->>'words', ''));
