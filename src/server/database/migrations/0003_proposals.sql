ALTER TABLE "sheet" ADD COLUMN "proposal" jsonb;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "lettering" boolean DEFAULT false NOT NULL;