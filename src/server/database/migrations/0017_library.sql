CREATE TABLE "library_version" (
	"organization_id" text NOT NULL,
	"person_id" text,
	"id" text NOT NULL,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"name" text NOT NULL,
	"record" jsonb,
	"model" integer DEFAULT 1 NOT NULL,
	"author" text,
	"author_name" text,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "library_version_one" UNIQUE NULLS NOT DISTINCT("organization_id","person_id","id","version")
);
--> statement-breakpoint
ALTER TABLE "library_version" ADD CONSTRAINT "library_version_organization_id_organization_id_fk" FOREIGN KEY ("organization_id") REFERENCES "public"."organization"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "library_version" ADD CONSTRAINT "library_version_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "library_version_person_id_index" ON "library_version" USING btree ("person_id");--> statement-breakpoint
-- The second wall, as in 0014_walls: whoever belongs to the organisation sees what is its, and their own.
CREATE FUNCTION "calque_sees_library"("organization" text, "person" text) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
	SELECT CASE
		WHEN current_setting('calque.sees', true) = 'all' THEN true
		WHEN current_setting('calque.sees', true) LIKE 'person:%' THEN
			coalesce($2 = substr(current_setting('calque.sees', true), 8), true) AND EXISTS (
				SELECT 1 FROM member m WHERE m.organization_id = $1 AND m.user_id = substr(current_setting('calque.sees', true), 8))
		WHEN current_setting('calque.sees', true) LIKE 'project:%' THEN
			$2 IS NULL AND EXISTS (
				SELECT 1 FROM project p WHERE p.organization_id = $1 AND p.id = substr(current_setting('calque.sees', true), 9))
		ELSE false END
$$;
--> statement-breakpoint
ALTER TABLE "library_version" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "sees" ON "library_version" USING (calque_sees_library(organization_id, person_id));
--> statement-breakpoint
INSERT INTO "library_version" ("organization_id", "id", "version", "kind", "name", "record", "made_at")
	SELECT "organization_id", "id", 1, 'symbol', "symbol"->>'name', "symbol", "created_at" FROM "library_symbol";
--> statement-breakpoint
-- While servers of the version before are there, they keep symbols in their own table: each is a version here.
CREATE FUNCTION "library_symbol_kept"() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
DECLARE
	"was" library_symbol := CASE TG_OP WHEN 'DELETE' THEN OLD ELSE NEW END;
BEGIN
	INSERT INTO library_version (organization_id, id, version, kind, name, record)
		SELECT "was".organization_id, "was".id, 1 + coalesce(max(v.version), 0), 'symbol', "was".symbol->>'name',
			CASE TG_OP WHEN 'DELETE' THEN NULL ELSE "was".symbol END
		FROM library_version v WHERE v.organization_id = "was".organization_id AND v.person_id IS NULL AND v.id = "was".id;
	RETURN NULL;
END $$;
--> statement-breakpoint
CREATE TRIGGER "library_symbol_kept" AFTER INSERT OR UPDATE OR DELETE ON "library_symbol" FOR EACH ROW EXECUTE FUNCTION "library_symbol_kept"();
--> statement-breakpoint
-- Versions are only ever added; the name of a person who was erased goes.
CREATE FUNCTION "library_version_stands"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	IF (NEW.organization_id, NEW.person_id, NEW.id, NEW.version, NEW.kind, NEW.name, NEW.record, NEW.model, NEW.author, NEW.made_at)
		IS DISTINCT FROM (OLD.organization_id, OLD.person_id, OLD.id, OLD.version, OLD.kind, OLD.name, OLD.record, OLD.model, OLD.author, OLD.made_at) THEN
		RAISE EXCEPTION 'A version in a library stays as it was kept.';
	END IF;
	RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER "library_version_stands" BEFORE UPDATE ON "library_version" FOR EACH ROW EXECUTE FUNCTION "library_version_stands"();
