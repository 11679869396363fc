CREATE TABLE "change" (
	"project_id" text NOT NULL,
	"revision" integer NOT NULL,
	"id" text NOT NULL,
	"label" text NOT NULL,
	"cause" text NOT NULL,
	"of" text,
	"edits" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "change_project_id_revision_pk" PRIMARY KEY("project_id","revision")
);
--> statement-breakpoint
CREATE TABLE "content_chunk" (
	"hash" text NOT NULL,
	"index" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	CONSTRAINT "content_chunk_hash_index_pk" PRIMARY KEY("hash","index")
);
--> statement-breakpoint
CREATE TABLE "content" (
	"hash" text PRIMARY KEY NOT NULL,
	"size" bigint NOT NULL,
	"media_type" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "project" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" integer DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"changed_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "record" (
	"project_id" text NOT NULL,
	"id" text NOT NULL,
	"data" jsonb NOT NULL,
	CONSTRAINT "record_project_id_id_pk" PRIMARY KEY("project_id","id")
);
--> statement-breakpoint
CREATE TABLE "sheet" (
	"id" text PRIMARY KEY NOT NULL,
	"source_id" text NOT NULL,
	"number" integer NOT NULL,
	"label" text,
	"width_pt" double precision NOT NULL,
	"height_pt" double precision NOT NULL,
	"status" text DEFAULT 'waiting' NOT NULL,
	"problem" text,
	"content" text,
	"counts" jsonb,
	"layers" jsonb,
	"picture_hash" text,
	"linework_hash" text
);
--> statement-breakpoint
CREATE TABLE "source" (
	"id" text PRIMARY KEY NOT NULL,
	"project_id" text NOT NULL,
	"name" text NOT NULL,
	"content_hash" text NOT NULL,
	"status" text DEFAULT 'waiting' NOT NULL,
	"problem" text,
	"password" text,
	"page_count" integer,
	"producer" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "change" ADD CONSTRAINT "change_project_id_project_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."project"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "content_chunk" ADD CONSTRAINT "content_chunk_hash_content_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."content"("hash") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "record" ADD CONSTRAINT "record_project_id_project_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."project"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_source_id_source_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."source"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_picture_hash_content_hash_fk" FOREIGN KEY ("picture_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_linework_hash_content_hash_fk" FOREIGN KEY ("linework_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source" ADD CONSTRAINT "source_project_id_project_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."project"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "source" ADD CONSTRAINT "source_content_hash_content_hash_fk" FOREIGN KEY ("content_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "change_project_id_id_index" ON "change" USING btree ("project_id","id");--> statement-breakpoint
CREATE UNIQUE INDEX "sheet_source_id_number_index" ON "sheet" USING btree ("source_id","number");--> statement-breakpoint
CREATE INDEX "source_project_id_index" ON "source" USING btree ("project_id");