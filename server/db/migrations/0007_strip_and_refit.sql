CREATE TABLE "refit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"entry_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "refit_entry_id_unique" UNIQUE("entry_id")
);
--> statement-breakpoint
CREATE TABLE "strip_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"fixing" text,
	"name" text NOT NULL,
	"mark" text NOT NULL,
	"facing" text NOT NULL,
	"fastener" text NOT NULL,
	"condition" text NOT NULL,
	"photo_id" uuid,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "purchase" ADD COLUMN "fixing" text;--> statement-breakpoint
ALTER TABLE "refit" ADD CONSTRAINT "refit_entry_id_strip_entry_id_fk" FOREIGN KEY ("entry_id") REFERENCES "public"."strip_entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "refit" ADD CONSTRAINT "refit_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strip_entry" ADD CONSTRAINT "strip_entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strip_entry" ADD CONSTRAINT "strip_entry_photo_id_photo_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photo"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strip_entry" ADD CONSTRAINT "strip_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "strip_entry_job" ON "strip_entry" USING btree ("job_id");