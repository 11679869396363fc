CREATE TABLE "making" (
	"id" text PRIMARY KEY NOT NULL,
	"project_id" text,
	"request" jsonb NOT NULL,
	"input_hash" text,
	"status" text DEFAULT 'waiting' NOT NULL,
	"progress" double precision DEFAULT 0 NOT NULL,
	"problem" jsonb,
	"result_hash" text,
	"result_project" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "making" ADD CONSTRAINT "making_project_id_project_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."project"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "making" ADD CONSTRAINT "making_input_hash_content_hash_fk" FOREIGN KEY ("input_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "making" ADD CONSTRAINT "making_result_hash_content_hash_fk" FOREIGN KEY ("result_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;