CREATE TABLE "library_symbol" (
	"id" text PRIMARY KEY NOT NULL,
	"symbol" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
