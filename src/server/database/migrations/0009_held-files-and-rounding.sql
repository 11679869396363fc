ALTER TABLE "sheet" ADD COLUMN "rounding_pt" double precision;--> statement-breakpoint
ALTER TABLE "source" ADD COLUMN "holds" jsonb;