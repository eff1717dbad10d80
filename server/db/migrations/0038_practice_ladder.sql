CREATE TABLE "practice_task" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"set_by" uuid NOT NULL,
	"rung" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"hunt_id" uuid
);
--> statement-breakpoint
ALTER TABLE "practice_hunt" ADD COLUMN "rung" text;--> statement-breakpoint
ALTER TABLE "practice_hunt" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "practice_task" ADD CONSTRAINT "practice_task_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_task" ADD CONSTRAINT "practice_task_set_by_person_id_fk" FOREIGN KEY ("set_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_task" ADD CONSTRAINT "practice_task_hunt_id_practice_hunt_id_fk" FOREIGN KEY ("hunt_id") REFERENCES "public"."practice_hunt"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_task_person" ON "practice_task" USING btree ("person_id");--> statement-breakpoint
ALTER TABLE "practice_hunt" ADD CONSTRAINT "practice_hunt_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;