CREATE TABLE "guess" (
	"key" varchar(255) PRIMARY KEY NOT NULL,
	"points" integer DEFAULT 0 NOT NULL,
	"expire" bigint
);
--> statement-breakpoint
CREATE TABLE "password_code" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"code_hash" text NOT NULL,
	"until" timestamp with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "signed_in" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"device_hash" text NOT NULL,
	"device" text NOT NULL,
	"began_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"ended_at" timestamp with time zone,
	"wrong_pins" integer DEFAULT 0 NOT NULL
);
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "left_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "pin_hash" text;--> statement-breakpoint
ALTER TABLE "password_code" ADD CONSTRAINT "password_code_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "signed_in" ADD CONSTRAINT "signed_in_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "signed_in_person" ON "signed_in" USING btree ("person_id");--> statement-breakpoint
CREATE INDEX "signed_in_device" ON "signed_in" USING btree ("device_hash");