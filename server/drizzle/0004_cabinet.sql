CREATE TABLE "drawers" (
	"name" text PRIMARY KEY NOT NULL,
	"place" integer NOT NULL,
	"note" text DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "uses" (
	"version_id" uuid NOT NULL,
	"brush_id" uuid NOT NULL,
	"what" text NOT NULL,
	CONSTRAINT "uses_version_id_what_pk" PRIMARY KEY("version_id","what")
);
--> statement-breakpoint
ALTER TABLE "brushes" ADD COLUMN "tags" text[] DEFAULT '{}' NOT NULL;--> statement-breakpoint
ALTER TABLE "brushes" ADD COLUMN "words" text[];--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "echo" real;--> statement-breakpoint
ALTER TABLE "versions" ADD COLUMN "texture" real;--> statement-breakpoint
ALTER TABLE "uses" ADD CONSTRAINT "uses_version_id_versions_id_fk" FOREIGN KEY ("version_id") REFERENCES "public"."versions"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "uses_what" ON "uses" USING btree ("what");--> statement-breakpoint
INSERT INTO "drawers" ("name", "place") SELECT "drawer", (row_number() OVER (ORDER BY lower("drawer")))::integer FROM "brushes" GROUP BY "drawer";--> statement-breakpoint
-- what each state names, by content or by id
INSERT INTO "uses" ("version_id", "brush_id", "what")
SELECT DISTINCT "id", "brush_id", (regexp_matches("body"::text, '"([0-9a-f]{64}|[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})"', 'g'))[1] FROM "versions";
