ALTER TABLE "sheet" ADD COLUMN "elevation_mm" double precision;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "solids_hash" text;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_solids_hash_content_hash_fk" FOREIGN KEY ("solids_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_solids_hash_index" ON "sheet" USING btree ("solids_hash");