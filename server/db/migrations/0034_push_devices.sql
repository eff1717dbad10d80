CREATE TABLE "push_device" (
	"session_id" uuid PRIMARY KEY NOT NULL,
	"endpoint" text NOT NULL,
	"key" text NOT NULL,
	"secret" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "push_device_endpoint_unique" UNIQUE("endpoint")
);
--> statement-breakpoint
ALTER TABLE "bell" ADD COLUMN "told_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "push_device" ADD CONSTRAINT "push_device_session_id_signed_in_id_fk" FOREIGN KEY ("session_id") REFERENCES "public"."signed_in"("id") ON DELETE no action ON UPDATE no action;