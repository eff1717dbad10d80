CREATE TABLE "bell" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"subject_id" uuid NOT NULL,
	"title" text NOT NULL,
	"detail" text NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"rung_at" timestamp with time zone,
	"answered_at" timestamp with time zone,
	"answered_by" uuid,
	CONSTRAINT "bell_subject" UNIQUE("kind","subject_id")
);
--> statement-breakpoint
CREATE TABLE "cautions_read" (
	"job_id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"cautions" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "craft" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "find" (
	"id" uuid PRIMARY KEY NOT NULL,
	"leak_id" uuid NOT NULL,
	"soap_id" uuid NOT NULL,
	"seen" text NOT NULL,
	"x1" double precision NOT NULL,
	"y1" double precision NOT NULL,
	"x2" double precision NOT NULL,
	"y2" double precision NOT NULL,
	"length" double precision NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "hold" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"state" text NOT NULL,
	"source" text NOT NULL,
	"setup" jsonb NOT NULL,
	"closures" jsonb NOT NULL,
	"reached" jsonb NOT NULL,
	"has_thermometer" boolean NOT NULL,
	"has_barometer" boolean NOT NULL,
	"early_reason" text,
	"created_by" uuid NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	"clock" jsonb,
	"settled_at" double precision,
	"stopped_at" timestamp with time zone,
	"estimate" jsonb,
	"no_estimate" text,
	CONSTRAINT "hold_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "hold_mark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"hold_id" uuid NOT NULL,
	"t" double precision NOT NULL,
	"kind" text NOT NULL,
	"person_id" uuid NOT NULL
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"craft_id" uuid NOT NULL,
	"tank_name" text NOT NULL,
	"tank_kind" text NOT NULL,
	"material" text NOT NULL,
	"capacity" double precision NOT NULL,
	"wall_give" double precision NOT NULL,
	"fuel" text NOT NULL,
	"pressure_limit" double precision NOT NULL,
	"limit_source" text NOT NULL,
	"acceptance" double precision NOT NULL,
	"complaint" jsonb NOT NULL,
	"revision" integer DEFAULT 1 NOT NULL,
	"opened_at" timestamp with time zone NOT NULL,
	"opened_by" uuid NOT NULL,
	"hidden_tank" jsonb,
	CONSTRAINT "job_capacity" CHECK ("job"."capacity" > 0),
	CONSTRAINT "job_limit" CHECK ("job"."pressure_limit" > 0)
);
--> statement-breakpoint
CREATE TABLE "leak" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"part_id" uuid NOT NULL,
	CONSTRAINT "leak_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "part" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"name" text NOT NULL,
	"family" text NOT NULL,
	"shape" jsonb NOT NULL,
	"opening" boolean NOT NULL,
	"position" integer NOT NULL,
	"removed_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"login" text NOT NULL,
	"name" text NOT NULL,
	"password_hash" text NOT NULL,
	"role" text NOT NULL,
	"preferences" jsonb NOT NULL,
	"created_at" timestamp with time zone NOT NULL,
	CONSTRAINT "person_login_unique" UNIQUE("login")
);
--> statement-breakpoint
CREATE TABLE "reading" (
	"hold_id" uuid NOT NULL,
	"t" double precision NOT NULL,
	"pressure" double precision NOT NULL,
	"temperature" double precision,
	"barometer" double precision,
	"event" text,
	CONSTRAINT "reading_hold_id_t_pk" PRIMARY KEY("hold_id","t")
);
--> statement-breakpoint
CREATE TABLE "repair" (
	"id" uuid PRIMARY KEY NOT NULL,
	"leak_id" uuid NOT NULL,
	"method" text NOT NULL,
	"material" text NOT NULL,
	"batch" text NOT NULL,
	"temperature" double precision NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"cure_time" double precision NOT NULL,
	"cured_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "soap" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"pressure" double precision NOT NULL,
	"early_reason" text,
	"started_by" uuid NOT NULL,
	"started_at" timestamp with time zone NOT NULL,
	"stopped_at" timestamp with time zone,
	CONSTRAINT "soap_number" UNIQUE("job_id","number")
);
--> statement-breakpoint
CREATE TABLE "soap_mark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"soap_id" uuid NOT NULL,
	"part_id" uuid NOT NULL,
	"mark" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "strike" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"subject_id" uuid NOT NULL,
	"reason" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "strike_subject_id_unique" UNIQUE("subject_id")
);
--> statement-breakpoint
CREATE TABLE "touch" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"part_ids" jsonb NOT NULL,
	"kind" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "trail" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"person_id" uuid,
	"job_id" uuid,
	"verb" text NOT NULL,
	"subject_id" uuid,
	"detail" jsonb DEFAULT '{}'::jsonb NOT NULL
);
--> statement-breakpoint
ALTER TABLE "bell" ADD CONSTRAINT "bell_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "bell" ADD CONSTRAINT "bell_answered_by_person_id_fk" FOREIGN KEY ("answered_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cautions_read" ADD CONSTRAINT "cautions_read_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "cautions_read" ADD CONSTRAINT "cautions_read_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_leak_id_leak_id_fk" FOREIGN KEY ("leak_id") REFERENCES "public"."leak"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_soap_id_soap_id_fk" FOREIGN KEY ("soap_id") REFERENCES "public"."soap"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "find" ADD CONSTRAINT "find_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold" ADD CONSTRAINT "hold_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold" ADD CONSTRAINT "hold_created_by_person_id_fk" FOREIGN KEY ("created_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold_mark" ADD CONSTRAINT "hold_mark_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hold_mark" ADD CONSTRAINT "hold_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_craft_id_craft_id_fk" FOREIGN KEY ("craft_id") REFERENCES "public"."craft"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_opened_by_person_id_fk" FOREIGN KEY ("opened_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "leak" ADD CONSTRAINT "leak_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "leak" ADD CONSTRAINT "leak_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part" ADD CONSTRAINT "part_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reading" ADD CONSTRAINT "reading_hold_id_hold_id_fk" FOREIGN KEY ("hold_id") REFERENCES "public"."hold"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_leak_id_leak_id_fk" FOREIGN KEY ("leak_id") REFERENCES "public"."leak"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soap" ADD CONSTRAINT "soap_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soap" ADD CONSTRAINT "soap_started_by_person_id_fk" FOREIGN KEY ("started_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soap_mark" ADD CONSTRAINT "soap_mark_soap_id_soap_id_fk" FOREIGN KEY ("soap_id") REFERENCES "public"."soap"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soap_mark" ADD CONSTRAINT "soap_mark_part_id_part_id_fk" FOREIGN KEY ("part_id") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "soap_mark" ADD CONSTRAINT "soap_mark_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strike" ADD CONSTRAINT "strike_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "strike" ADD CONSTRAINT "strike_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "touch" ADD CONSTRAINT "touch_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "touch" ADD CONSTRAINT "touch_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "trail" ADD CONSTRAINT "trail_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "bell_due" ON "bell" USING btree ("due_at");--> statement-breakpoint
CREATE INDEX "find_leak" ON "find" USING btree ("leak_id");--> statement-breakpoint
CREATE INDEX "hold_mark_hold" ON "hold_mark" USING btree ("hold_id");--> statement-breakpoint
CREATE INDEX "part_job" ON "part" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "repair_leak" ON "repair" USING btree ("leak_id");--> statement-breakpoint
CREATE INDEX "soap_mark_soap" ON "soap_mark" USING btree ("soap_id");--> statement-breakpoint
CREATE INDEX "touch_job" ON "touch" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "trail_job" ON "trail" USING btree ("job_id","id");