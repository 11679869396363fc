ALTER TABLE "sheet" ADD COLUMN "strokes_hash" text;--> statement-breakpoint
ALTER TABLE "sheet" ADD COLUMN "strokes" text;--> statement-breakpoint
ALTER TABLE "sheet" ADD CONSTRAINT "sheet_strokes_hash_content_hash_fk" FOREIGN KEY ("strokes_hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_strokes_hash_index" ON "sheet" USING btree ("strokes_hash");