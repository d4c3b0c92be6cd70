CREATE TABLE "packed_files" (
	"sha256" text PRIMARY KEY NOT NULL,
	"pack_id" uuid NOT NULL,
	"at" bigint NOT NULL,
	"packed" bigint NOT NULL,
	"size" bigint NOT NULL,
	"method" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "packs" (
	"id" uuid PRIMARY KEY NOT NULL,
	"path" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT clock_timestamp() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "packed_files" ADD CONSTRAINT "packed_files_pack_id_packs_id_fk" FOREIGN KEY ("pack_id") REFERENCES "public"."packs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "packed_files_pack" ON "packed_files" USING btree ("pack_id");