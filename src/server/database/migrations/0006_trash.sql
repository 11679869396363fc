CREATE TABLE "sheet_print" (
	"sheet_id" text NOT NULL,
	"hash" text NOT NULL,
	CONSTRAINT "sheet_print_sheet_id_hash_pk" PRIMARY KEY("sheet_id","hash")
);
--> statement-breakpoint
ALTER TABLE "change" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "record" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "sheet_print" ADD CONSTRAINT "sheet_print_sheet_id_sheet_id_fk" FOREIGN KEY ("sheet_id") REFERENCES "public"."sheet"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "sheet_print" ADD CONSTRAINT "sheet_print_hash_content_hash_fk" FOREIGN KEY ("hash") REFERENCES "public"."content"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sheet_print_hash_index" ON "sheet_print" USING btree ("hash");--> statement-breakpoint
CREATE INDEX "sheet_picture_hash_index" ON "sheet" USING btree ("picture_hash");--> statement-breakpoint
CREATE INDEX "sheet_linework_hash_index" ON "sheet" USING btree ("linework_hash");--> statement-breakpoint
CREATE INDEX "source_content_hash_index" ON "source" USING btree ("content_hash");--> statement-breakpoint
INSERT INTO "sheet_print" ("sheet_id", "hash")
	SELECT DISTINCT s."id", held."hash" FROM "sheet" s
		CROSS JOIN LATERAL (
			SELECT s."print"->'pdf'->>'hash' AS "hash"
			UNION SELECT t->>'hash' FROM jsonb_array_elements(coalesce(s."print"->'tiles', '[]'::jsonb)) t
		) held
		JOIN "content" c ON c."hash" = held."hash"
	ON CONFLICT DO NOTHING;
