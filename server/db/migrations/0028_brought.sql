ALTER TABLE "person" ADD COLUMN "elsewhere" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "brought" jsonb;