CREATE TABLE "balloon" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"setup" jsonb NOT NULL,
	"closures" jsonb NOT NULL,
	"reached" jsonb NOT NULL,
	"early_reason" text,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"stopped_at" timestamp with time zone,
	CONSTRAINT "balloon_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "device_key" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hold_id" uuid NOT NULL,
	"name" text NOT NULL,
	"hash" text NOT NULL,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "device_key_hash_unique" UNIQUE("hash")
);
--> statement-breakpoint
CREATE TABLE "girth" (
	"id" uuid PRIMARY KEY NOT NULL,
	"balloon_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"girth" double precision NOT NULL,
	"control_girth" double precision,
	"temperature" double precision,
	"barometer" double precision,
	"person_id" uuid NOT NULL,
	CONSTRAINT "girth_at" UNIQUE("balloon_id","at")
);
--> statement-breakpoint
CREATE TABLE "kit_item" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"facts" jsonb NOT NULL,
	"calibrated_at" timestamp with time zone,
	"calibration_due" timestamp with time zone,
	"retired_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "rig_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"kit_id" uuid NOT NULL,
	"setup" jsonb NOT NULL,
	"readings" jsonb NOT NULL,
	"estimate" jsonb NOT NULL,
	"simulated" boolean NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "volume_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hold_id" uuid NOT NULL,
	"pushed" double precision NOT NULL,
	"pushed_uncertainty" double precision NOT NULL,
	"before" double precision NOT NULL,
	"after" double precision NOT NULL,
	"barometer" double precision,
	"used" boolean NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "hold" ADD COLUMN "scale" jsonb DEFAULT '{"kind":"gauge"}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "hold" ADD COLUMN "kit" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "hold_mark" ADD COLUMN "amount" double precision;--> statement-breakpoint
ALTER TABLE "balloon" ADD CONSTRAINT "balloon_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "balloon" ADD CONSTRAINT "balloon_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_key" ADD CONSTRAINT "device_key_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "device_key" ADD CONSTRAINT "device_key_created_by_person_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "girth" ADD CONSTRAINT "girth_balloon_id_balloon_id_fk" FOREIGN KEY ("balloon_id") REFERENCES "public"."balloon"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "girth" ADD CONSTRAINT "girth_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rig_check" ADD CONSTRAINT "rig_check_kit_id_kit_item_id_fk" FOREIGN KEY ("kit_id") REFERENCES "public"."kit_item"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "rig_check" ADD CONSTRAINT "rig_check_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "volume_check" ADD CONSTRAINT "volume_check_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "volume_check" ADD CONSTRAINT "volume_check_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "device_key_hold" ON "device_key" USING btree ("hold_id");--> statement-breakpoint
CREATE INDEX "rig_check_kit" ON "rig_check" USING btree ("kit_id");--> statement-breakpoint
CREATE INDEX "volume_check_hold" ON "volume_check" USING btree ("hold_id");