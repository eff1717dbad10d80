CREATE TABLE "approval" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"method" text NOT NULL,
	"step" text NOT NULL,
	"reference" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "defect_card" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"leak_id" uuid NOT NULL,
	"defect" jsonb NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "lot" (
	"id" uuid PRIMARY KEY NOT NULL,
	"material" text NOT NULL,
	"sheet_id" uuid,
	"batch" text NOT NULL,
	"code" text NOT NULL,
	"mass" double precision NOT NULL,
	"opened_at" timestamp with time zone,
	"expires_at" timestamp with time zone,
	"retired_at" timestamp with time zone,
	CONSTRAINT "lot_mass" CHECK ("lot"."mass" > 0)
);
--> statement-breakpoint
CREATE TABLE "lot_use" (
	"id" uuid PRIMARY KEY NOT NULL,
	"lot_id" uuid NOT NULL,
	"job_id" uuid NOT NULL,
	"run_id" uuid,
	"mass" double precision NOT NULL,
	"reason" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "lot_use_mass" CHECK ("lot_use"."mass" > 0)
);
--> statement-breakpoint
CREATE TABLE "material_sheet" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"material" text NOT NULL,
	"facts" jsonb NOT NULL,
	"retired_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "new_tank_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"item" text NOT NULL,
	"outcome" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "repair_choice" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"leak_id" uuid NOT NULL,
	"method" text NOT NULL,
	"options" jsonb NOT NULL,
	"chosen_by" text NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "repair_run" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"leak_ids" jsonb NOT NULL,
	"part_ids" jsonb NOT NULL,
	"method" text NOT NULL,
	"material" text NOT NULL,
	"sheet_id" uuid,
	"until" timestamp with time zone,
	"until_reason" text NOT NULL,
	"not_used_until" text NOT NULL,
	"simulated" boolean NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "run_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"run_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"facts" jsonb NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shop_figure" (
	"key" text PRIMARY KEY NOT NULL,
	"value" double precision NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "repair" DROP CONSTRAINT "repair_leak_id_leak_id_fk";
--> statement-breakpoint
DROP INDEX "repair_leak";--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "job_id" uuid;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "leak_ids" jsonb;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "part_ids" jsonb;--> statement-breakpoint
UPDATE "repair" SET "job_id" = "leak"."job_id", "leak_ids" = jsonb_build_array("leak"."id"), "part_ids" = jsonb_build_array("leak"."part_id") FROM "leak" WHERE "leak"."id" = "repair"."leak_id";--> statement-breakpoint
ALTER TABLE "repair" ALTER COLUMN "job_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "repair" ALTER COLUMN "leak_ids" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "repair" ALTER COLUMN "part_ids" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "sheet" jsonb;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "until" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "until_reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "not_used_until" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "repair" ADD COLUMN "run_id" uuid;--> statement-breakpoint
ALTER TABLE "approval" ADD CONSTRAINT "approval_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "approval" ADD CONSTRAINT "approval_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect_card" ADD CONSTRAINT "defect_card_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect_card" ADD CONSTRAINT "defect_card_leak_id_leak_id_fk" FOREIGN KEY ("leak_id") REFERENCES "public"."leak"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "defect_card" ADD CONSTRAINT "defect_card_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot" ADD CONSTRAINT "lot_sheet_id_material_sheet_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."material_sheet"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot_use" ADD CONSTRAINT "lot_use_lot_id_lot_id_fk" FOREIGN KEY ("lot_id") REFERENCES "public"."lot"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot_use" ADD CONSTRAINT "lot_use_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot_use" ADD CONSTRAINT "lot_use_run_id_repair_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."repair_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "lot_use" ADD CONSTRAINT "lot_use_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "new_tank_entry" ADD CONSTRAINT "new_tank_entry_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "new_tank_entry" ADD CONSTRAINT "new_tank_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_choice" ADD CONSTRAINT "repair_choice_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_choice" ADD CONSTRAINT "repair_choice_leak_id_leak_id_fk" FOREIGN KEY ("leak_id") REFERENCES "public"."leak"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_choice" ADD CONSTRAINT "repair_choice_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_run" ADD CONSTRAINT "repair_run_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_run" ADD CONSTRAINT "repair_run_sheet_id_material_sheet_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."material_sheet"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "repair_run" ADD CONSTRAINT "repair_run_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_entry" ADD CONSTRAINT "run_entry_run_id_repair_run_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."repair_run"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_entry" ADD CONSTRAINT "run_entry_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "shop_figure" ADD CONSTRAINT "shop_figure_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "approval_job" ON "approval" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "defect_card_job" ON "defect_card" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "lot_use_lot" ON "lot_use" USING btree ("lot_id");--> statement-breakpoint
CREATE INDEX "new_tank_entry_job" ON "new_tank_entry" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "repair_choice_job" ON "repair_choice" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "repair_run_job" ON "repair_run" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "run_entry_run" ON "run_entry" USING btree ("run_id");--> statement-breakpoint
ALTER TABLE "repair" ADD CONSTRAINT "repair_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "repair_job" ON "repair" USING btree ("job_id");--> statement-breakpoint
ALTER TABLE "repair" DROP COLUMN "leak_id";