CREATE TABLE "issue" (
	"id" text PRIMARY KEY NOT NULL,
	"project_id" text NOT NULL,
	"name" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"revision" integer NOT NULL,
	"formats" text[] NOT NULL,
	"making_id" text,
	"content_hash" text,
	"bytes" bigint,
	"author" text,
	"author_name" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "issue" ADD CONSTRAINT "issue_project_id_project_id_fk" FOREIGN KEY ("project_id") REFERENCES "public"."project"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "issue" ADD CONSTRAINT "issue_making_id_making_id_fk" FOREIGN KEY ("making_id") REFERENCES "public"."making"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "issue" ADD CONSTRAINT "issue_content_hash_content_hash_fk" FOREIGN KEY ("content_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "issue_project_id_index" ON "issue" USING btree ("project_id");--> statement-breakpoint
-- As other tables of projects: see 0014_walls.
ALTER TABLE "issue" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "sees" ON "issue" USING ((SELECT coalesce(current_setting('calque.sees', true), '')) IN ('all', 'project:' || project_id) OR calque_sees_as_person(project_id));
--> statement-breakpoint
-- What was issued stays as it was: it can be taken back, never changed. Only the name of a person who was erased goes.
CREATE FUNCTION "issue_stands"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF (NEW.id, NEW.project_id, NEW.name, NEW.note, NEW.revision, NEW.formats, NEW.author, NEW.created_at)
		IS DISTINCT FROM (OLD.id, OLD.project_id, OLD.name, OLD.note, OLD.revision, OLD.formats, OLD.author, OLD.created_at)
		OR (OLD.content_hash IS NOT NULL AND (NEW.content_hash, NEW.bytes) IS DISTINCT FROM (OLD.content_hash, OLD.bytes)) THEN
		RAISE EXCEPTION 'An issue stays as it was made.';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER "issue_stands" BEFORE UPDATE ON "issue" FOR EACH ROW EXECUTE FUNCTION "issue_stands"();
