ALTER TABLE "probe" ADD COLUMN "relief" jsonb;--> statement-breakpoint
ALTER TABLE "probe" ADD COLUMN "early_reason" text;