ALTER TABLE "job" ADD COLUMN "work" text DEFAULT 'leak' NOT NULL;--> statement-breakpoint
ALTER TABLE "check_answer" ADD COLUMN "note" text DEFAULT '' NOT NULL;