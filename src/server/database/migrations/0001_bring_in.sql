ALTER TABLE "sheet" ADD COLUMN "zero_x" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "zero_y" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "dpi" double precision;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "dpi_stated" boolean;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "dpi_set" double precision;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "print" jsonb;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "ratio" jsonb;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "words" text;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "signature" jsonb;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "kind" text DEFAULT 'pdf' NOT NULL;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "supersedes" text;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "damage" text;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "checked_at" timestamp with time zone;--> statement-breakpoint
UPDATE "sheet" s SET "print" = jsonb_build_object('pdf', jsonb_build_object('hash', f."content_hash", 'page', s."number"), 'tiles', '[]'::jsonb) FROM "source" f WHERE f."id" = s."source_id" AND s."linework_hash" IS NOT NULL;--> statement-breakpoint
UPDATE "sheet" SET "status" = 'stopped' WHERE "status" IN ('waiting', 'reading');--> statement-breakpoint
INSERT INTO "record" ("project_id", "id", "data") SELECT "id", 'level-0', '{"id":"level-0","kind":"level","name":"Ground","elevationMm":0}'::jsonb FROM "project";--> statement-breakpoint
UPDATE "record" SET "data" = '{"levelId":"level-0","crop":null,"parts":[],"markup":true,"drawing":"print","tint":null}'::jsonb || "data" WHERE "data"->>'kind' = 'underlay';--> statement-breakpoint
UPDATE "change" SET "edits" = (
  SELECT jsonb_agg(jsonb_build_object(
    'id', e->'id',
    'before', CASE WHEN e->'before'->>'kind' = 'underlay' THEN '{"levelId":"level-0","crop":null,"parts":[],"markup":true,"drawing":"print","tint":null}'::jsonb || (e->'before') ELSE e->'before' END,
    'after', CASE WHEN e->'after'->>'kind' = 'underlay' THEN '{"levelId":"level-0","crop":null,"parts":[],"markup":true,"drawing":"print","tint":null}'::jsonb || (e->'after') ELSE e->'after' END
  ) ORDER BY n) FROM jsonb_array_elements("edits") WITH ORDINALITY AS t(e, n)
);
