CREATE TABLE "shop_temperature" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"source" text NOT NULL,
	"temperature" double precision,
	"lowest" double precision,
	"since" timestamp with time zone,
	"person_id" uuid NOT NULL,
	"struck" text,
	CONSTRAINT "shop_temperature_says" CHECK ("shop_temperature"."temperature" is not null or "shop_temperature"."lowest" is not null),
	CONSTRAINT "shop_temperature_since" CHECK (("shop_temperature"."lowest" is null) = ("shop_temperature"."since" is null))
);
--> statement-breakpoint
ALTER TABLE "shop_temperature" ADD CONSTRAINT "shop_temperature_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "shop_temperature_file" ON "shop_temperature" USING btree ("at") WHERE "shop_temperature"."source" = 'file';--> statement-breakpoint
CREATE INDEX "shop_temperature_at" ON "shop_temperature" USING btree ("at");--> statement-breakpoint
ALTER TABLE "test" DROP COLUMN "reached";--> statement-breakpoint
ALTER TABLE "repair" DROP COLUMN "cured_at";