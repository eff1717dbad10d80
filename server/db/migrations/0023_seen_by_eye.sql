CREATE TABLE "rig_find" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"piece" text NOT NULL,
	"test_id" uuid,
	"part_id" uuid,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "find" ALTER COLUMN "test_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "find" ALTER COLUMN "length" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "find" ADD COLUMN "photo_id" uuid;--> statement-breakpoint
ALTER TABLE "rig_find" ADD CONSTRAINT "rig_find_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rig_find" ADD CONSTRAINT "rig_find_test_id_test_id_fk" FOREIGN KEY ("test_id") REFERENCES "public"."test"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rig_find" ADD CONSTRAINT "rig_find_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rig_find" ADD CONSTRAINT "rig_find_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "rig_find_job" ON "rig_find" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_photo_id_photo_id_fk" FOREIGN KEY ("photo_id") REFERENCES "public"."photo"("id") ON DELETE no action ON UPDATE no action;