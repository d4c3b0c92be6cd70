ALTER TABLE "plates" ADD COLUMN "tiles" boolean DEFAULT false NOT NULL;--> statement-breakpoint
UPDATE "plates" SET "tiles" = true WHERE EXISTS (
  SELECT 1 FROM "uses" JOIN "versions" ON "versions"."id" = "uses"."version_id"
  WHERE "uses"."what" = "plates"."sha256" AND jsonb_path_exists("versions"."body",
    '$.plates.* ? (@.sha256 == $sha && exists(@.recipe.steps[*] ? (@.step == "tile" && @.on == true)))',
    jsonb_build_object('sha', "plates"."sha256"))
);
