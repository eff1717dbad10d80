ALTER TABLE "reading" ADD COLUMN "person_id" uuid;--> statement-breakpoint
ALTER TABLE "reading" ADD COLUMN "taken_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;