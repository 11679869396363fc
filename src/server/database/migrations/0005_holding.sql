CREATE TABLE "runner" (
	"id" text PRIMARY KEY NOT NULL,
	"seen_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "server_state" (
	"name" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "taken_job" (
	"job_id" text PRIMARY KEY NOT NULL,
	"runner_id" text NOT NULL,
	"name" text NOT NULL,
	"data" jsonb NOT NULL,
	"tries_left" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "content" ADD COLUMN "used_at" timestamp with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "project" ADD COLUMN "epoch" text DEFAULT gen_random_uuid()::text NOT NULL;--> statement-breakpoint
ALTER TABLE "project" ADD COLUMN "deleted_at" timestamp with time zone;