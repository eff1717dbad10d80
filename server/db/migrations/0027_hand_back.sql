CREATE TABLE "instrument_check" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"facts" jsonb NOT NULL,
	"note" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "letterhead" (
	"id" integer PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"line" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "owner_card" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"ended_by" uuid,
	CONSTRAINT "owner_card_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
CREATE TABLE "owner_word" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"card_id" uuid NOT NULL,
	"step" text NOT NULL,
	"outcome" text NOT NULL,
	"words" text NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "signature" (
	"id" uuid PRIMARY KEY NOT NULL,
	"job_id" uuid NOT NULL,
	"capacity" text NOT NULL,
	"authority" text NOT NULL,
	"licence" text NOT NULL,
	"digest" text NOT NULL,
	"sections" jsonb NOT NULL,
	"cover" jsonb NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "craft" ADD COLUMN "registration" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "closed_reason" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "proof_entry" ADD COLUMN "look" text;--> statement-breakpoint
ALTER TABLE "proof_entry" ADD COLUMN "distance" double precision;--> statement-breakpoint
ALTER TABLE "proof_entry" ADD COLUMN "tilt" double precision;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "instrument_check" ADD CONSTRAINT "instrument_check_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "letterhead" ADD CONSTRAINT "letterhead_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owner_card" ADD CONSTRAINT "owner_card_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owner_card" ADD CONSTRAINT "owner_card_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owner_card" ADD CONSTRAINT "owner_card_ended_by_person_id_fk" FOREIGN KEY ("ended_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owner_word" ADD CONSTRAINT "owner_word_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "owner_word" ADD CONSTRAINT "owner_word_card_id_owner_card_id_fk" FOREIGN KEY ("card_id") REFERENCES "public"."owner_card"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signature" ADD CONSTRAINT "signature_job_id_job_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signature" ADD CONSTRAINT "signature_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "instrument_check_job" ON "instrument_check" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "owner_card_job" ON "owner_card" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "owner_word_job" ON "owner_word" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "signature_job" ON "signature" USING btree ("job_id");--> statement-breakpoint
UPDATE "job" SET "closed_reason" = 'Closed before records were signed.' WHERE "closed_at" IS NOT NULL;
