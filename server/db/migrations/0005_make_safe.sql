CREATE TABLE "caution_read" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"caution" text NOT NULL,
	"called_by" jsonb NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "drained" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"volume" double precision NOT NULL,
	"method" text NOT NULL,
	"gauge_shown" double precision,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "gas_reading" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"point" text NOT NULL,
	"explosive" double precision NOT NULL,
	"oxygen" double precision,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hot_work" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"shop" text NOT NULL,
	"certificate" text NOT NULL,
	"issued_on" text NOT NULL,
	"what" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "plan" jsonb DEFAULT '{"place":"outdoors","acts":["look","air or smoke"]}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "caution_read" ADD CONSTRAINT "caution_read_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "caution_read" ADD CONSTRAINT "caution_read_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drained" ADD CONSTRAINT "drained_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "drained" ADD CONSTRAINT "drained_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gas_reading" ADD CONSTRAINT "gas_reading_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gas_reading" ADD CONSTRAINT "gas_reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hot_work" ADD CONSTRAINT "hot_work_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hot_work" ADD CONSTRAINT "hot_work_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "caution_read_job" ON "caution_read" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "drained_job" ON "drained" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "gas_reading_job" ON "gas_reading" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "hot_work_job" ON "hot_work" USING btree ("job_id");--> statement-breakpoint
INSERT INTO "caution_read" ("id", "job_id", "caution", "called_by", "person_id", "at")
	SELECT gen_random_uuid(), "job_id", jsonb_array_elements_text("cautions"), '["any work", "air or smoke"]'::jsonb, "person_id", "at" FROM "cautions_read";
