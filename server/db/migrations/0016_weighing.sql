CREATE TABLE "weighing" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"shape" text,
	"level" double precision,
	"temperature" double precision,
	"density" double precision,
	"tank_mass" double precision,
	"length" double precision,
	"height" double precision,
	"clearance" double precision,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "weighing" ADD CONSTRAINT "weighing_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "weighing" ADD CONSTRAINT "weighing_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "weighing_job" ON "weighing" USING btree ("job_id");