CREATE TABLE "practice_hunt" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"seed" integer NOT NULL,
	"world" text NOT NULL,
	"began_at" timestamp with time zone NOT NULL,
	"state" jsonb NOT NULL,
	"ended_at" timestamp with time zone,
	"debrief" jsonb
);
--> statement-breakpoint
ALTER TABLE "practice_hunt" ADD CONSTRAINT "practice_hunt_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_hunt_person" ON "practice_hunt" USING btree ("person_id","began_at");