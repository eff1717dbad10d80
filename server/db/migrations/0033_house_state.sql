CREATE TABLE "house_state" (
	"key" text PRIMARY KEY NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"facts" jsonb NOT NULL
);
