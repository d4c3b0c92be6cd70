CREATE TABLE "blob_chunks" (
	"blob_id" bigint NOT NULL,
	"place" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "blob_chunks_blob_id_place_pk" PRIMARY KEY("blob_id","place")
);
--> statement-breakpoint
CREATE TABLE "blobs" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"sha256" text,
	"size" bigint DEFAULT 0 NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "blobs_sha256_unique" UNIQUE("sha256")
);
--> statement-breakpoint
CREATE TABLE "brushes" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"drawer" text DEFAULT 'New' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"current_id" uuid,
	"put_away_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "plates" (
	"sha256" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"source_id" uuid,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "settings" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sources" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"kind" text DEFAULT 'picture' NOT NULL,
	"sha256" text NOT NULL,
	"format" text NOT NULL,
	"width" integer NOT NULL,
	"height" integer NOT NULL,
	"channels" integer NOT NULL,
	"bits" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL,
	CONSTRAINT "sources_sha256_unique" UNIQUE("sha256")
);
--> statement-breakpoint
CREATE TABLE "versions" (
	"id" uuid PRIMARY KEY NOT NULL,
	"brush_id" uuid NOT NULL,
	"number" integer NOT NULL,
	"branch" integer DEFAULT 0 NOT NULL,
	"parent_id" uuid,
	"what" text NOT NULL,
	"thumbnail" text,
	"body" jsonb NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "blob_chunks" ADD CONSTRAINT "blob_chunks_blob_id_blobs_id_fk" FOREIGN KEY ("blob_id") REFERENCES "public"."blobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "plates" ADD CONSTRAINT "plates_source_id_sources_id_fk" FOREIGN KEY ("source_id") REFERENCES "public"."sources"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "versions" ADD CONSTRAINT "versions_brush_id_brushes_id_fk" FOREIGN KEY ("brush_id") REFERENCES "public"."brushes"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "versions_brush" ON "versions" USING btree ("brush_id","number");