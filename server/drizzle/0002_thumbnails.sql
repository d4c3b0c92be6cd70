CREATE TABLE "thumbnails" (
	"what" text NOT NULL,
	"sha256" text NOT NULL,
	"side" integer NOT NULL,
	"data" "bytea" NOT NULL,
	CONSTRAINT "thumbnails_what_sha256_side_pk" PRIMARY KEY("what","sha256","side")
);
