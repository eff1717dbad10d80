CREATE TABLE "practice_answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"topic" text NOT NULL,
	"seed" integer NOT NULL,
	"said" text NOT NULL,
	"sure" double precision,
	"right" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "practice_card" (
	"person_id" uuid NOT NULL,
	"topic" text NOT NULL,
	"seed" integer NOT NULL,
	"due_at" timestamp with time zone NOT NULL,
	"card" jsonb NOT NULL,
	CONSTRAINT "practice_card_person_id_topic_seed_pk" PRIMARY KEY("person_id","topic","seed")
);
--> statement-breakpoint
ALTER TABLE "practice_answer" ADD CONSTRAINT "practice_answer_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "practice_card" ADD CONSTRAINT "practice_card_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "practice_answer_person" ON "practice_answer" USING btree ("person_id","at");