CREATE TABLE "job_words" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"version" text NOT NULL,
	"words" text NOT NULL,
	"parts" text NOT NULL,
	"causes" text[] NOT NULL,
	"materials" text[] NOT NULL,
	"methods" text[] NOT NULL,
	"people" uuid[] NOT NULL
);
--> statement-breakpoint
ALTER TABLE "job_words" ADD CONSTRAINT "job_words_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE cascade ON UPDATE no action;