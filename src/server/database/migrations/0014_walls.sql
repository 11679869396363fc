-- The second wall: whatever the application asks, the database shows of projects only what `calque.sees` says, which is
-- `all`, `project:ID`, `person:ID` (the projects in which they have a part) or anything else, for nothing. The application
-- is not the owner of the tables, so that it can't pass by this.
CREATE FUNCTION "calque_sees_as_person"("project" text) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public AS $$
	SELECT current_setting('calque.sees', true) LIKE 'person:%' AND (
		EXISTS (SELECT 1 FROM project_member m WHERE m.project_id = $1 AND m.user_id = substr(current_setting('calque.sees', true), 8))
		OR EXISTS (
			SELECT 1 FROM project p JOIN member o ON o.organization_id = p.organization_id
			WHERE p.id = $1 AND o.user_id = substr(current_setting('calque.sees', true), 8) AND o.role ~ '(owner|admin)'))
$$;
--> statement-breakpoint
DO $$
DECLARE
	"sees" text := '((SELECT coalesce(current_setting(''calque.sees'', true), '''')) IN (''all'', ''project:'' || %1$s) OR calque_sees_as_person(%1$s))';
	"named" record;
BEGIN
	FOR "named" IN SELECT * FROM (VALUES
		('project', 'id'), ('source', 'project_id'), ('record', 'project_id'), ('change', 'project_id'),
		('making', 'project_id'), ('project_invitation', 'project_id'), ('share_link', 'project_id')) AS t ("name", "key")
	LOOP
		EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', "named"."name");
		EXECUTE format('CREATE POLICY "sees" ON %I USING (%s)', "named"."name", format("sees", quote_ident("named"."key")));
	END LOOP;
END $$;
--> statement-breakpoint
-- A page shows where its file does.
ALTER TABLE "sheet" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "sees" ON "sheet" USING ((SELECT coalesce(current_setting('calque.sees', true), '')) = 'all' OR EXISTS (SELECT 1 FROM "source" f WHERE f.id = source_id));
--> statement-breakpoint
ALTER TABLE "sheet_print" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "sees" ON "sheet_print" USING ((SELECT coalesce(current_setting('calque.sees', true), '')) = 'all' OR EXISTS (SELECT 1 FROM "sheet" s WHERE s.id = sheet_id));
