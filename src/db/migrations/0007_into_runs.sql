DROP INDEX "runs_of_release";--> statement-breakpoint
ALTER TABLE "runs" ALTER COLUMN "release_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD COLUMN "way_id" text;--> statement-breakpoint
UPDATE "runs" SET "way_id" = "releases"."way_id" FROM "releases" WHERE "releases"."id" = "runs"."release_id";--> statement-breakpoint
ALTER TABLE "runs" ALTER COLUMN "way_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "runs_of_way" ON "runs" USING btree ("way_id");--> statement-breakpoint
-- What was found, ticked and measured of a way goes into a run of its own, under the way's id and without a release.
INSERT INTO "runs" ("id", "way_id", "pieces", "every", "who", "started_at")
SELECT "way_id", "way_id", 1, 1, 'nobody named', min("at") FROM (
	SELECT "way_id", "taken_at" AS "at" FROM "zero_records"
	UNION ALL SELECT "way_id", "ticked_at" FROM "hole_ticks"
	UNION ALL SELECT "way_id", "measured_at" FROM "hole_measurements"
) AS "kept" GROUP BY "way_id";--> statement-breakpoint
INSERT INTO "run_entries" ("id", "run_id", "piece", "body", "format", "who", "happened_at", "kept_at")
SELECT "id", "way_id", 1, jsonb_build_object('kind', 'zero', 'setup', "setup_id", 'record', "record"), "format", "who", "taken_at", "taken_at" FROM "zero_records";--> statement-breakpoint
INSERT INTO "run_entries" ("id", "run_id", "piece", "body", "format", "who", "happened_at", "kept_at")
SELECT 'w' || left(md5("id"), 20), "way_id", 1, jsonb_build_object('kind', 'withdrawn', 'entry', "id", 'why', 'withdrawn before there were reasons'), 6, 'nobody named', "withdrawn_at", "withdrawn_at" FROM "zero_records" WHERE "withdrawn_at" IS NOT NULL;--> statement-breakpoint
INSERT INTO "run_entries" ("id", "run_id", "piece", "body", "format", "who", "happened_at", "kept_at")
SELECT 't' || left(md5(jsonb_build_array("way_id", "setup_id", "stage", "hole")::text), 20), "way_id", 1, jsonb_build_object('kind', 'tick', 'setup', "setup_id", 'stage', "stage", 'hole', "hole", 'done', true), 6, 'nobody named', "ticked_at", "ticked_at" FROM "hole_ticks";--> statement-breakpoint
INSERT INTO "run_entries" ("id", "run_id", "piece", "body", "format", "who", "happened_at", "kept_at")
SELECT 'm' || left(md5(jsonb_build_array("way_id", "setup_id", "hole")::text), 20), "way_id", 1, jsonb_build_object('kind', 'holes', 'setup', "setup_id", 'places', jsonb_build_array(jsonb_build_object('hole', "hole", 'at', jsonb_build_object('x', "x_mm", 'y', "y_mm")))), 6, 'nobody named', "measured_at", "measured_at" FROM "hole_measurements";--> statement-breakpoint
DROP TABLE "hole_measurements";--> statement-breakpoint
DROP TABLE "hole_ticks";--> statement-breakpoint
DROP TABLE "zero_records";
