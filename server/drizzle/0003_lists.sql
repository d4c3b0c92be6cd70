ALTER TABLE "brushes" ADD COLUMN "kept_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL;--> statement-breakpoint
UPDATE "brushes" SET "kept_at" = "versions"."created_at" FROM "versions" WHERE "versions"."id" = "brushes"."current_id";--> statement-breakpoint
CREATE INDEX "brushes_kept" ON "brushes" USING btree ("kept_at","id");--> statement-breakpoint
CREATE INDEX "brushes_drawer" ON "brushes" USING btree ("drawer","kept_at","id");--> statement-breakpoint
CREATE INDEX "plates_made" ON "plates" USING btree ("created_at","sha256");--> statement-breakpoint
CREATE INDEX "sources_made" ON "sources" USING btree ("created_at","id");--> statement-breakpoint
-- files are packed already: to try to pack them again only takes time
ALTER TABLE "blob_chunks" ALTER COLUMN "data" SET STORAGE EXTERNAL;
