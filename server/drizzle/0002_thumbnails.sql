CREATE TABLE "thumbnails" (
	"sha256" text NOT NULL,
	"side" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "thumbnails_sha256_side_pk" PRIMARY KEY("sha256","side")
);
