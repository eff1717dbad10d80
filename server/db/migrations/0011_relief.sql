ALTER TABLE "hold" ADD COLUMN "supply" text;--> statement-breakpoint
ALTER TABLE "hold" ADD COLUMN "relief" jsonb;--> statement-breakpoint
ALTER TABLE "smoke" ADD COLUMN "relief" jsonb;--> statement-breakpoint
ALTER TABLE "soap" ADD COLUMN "relief" jsonb;