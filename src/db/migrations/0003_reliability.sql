CREATE TABLE "way_standings" (
	"way_id" text PRIMARY KEY NOT NULL,
	"stamp" text NOT NULL,
	"short" integer NOT NULL,
	"open" integer NOT NULL,
	"forbids" integer NOT NULL
);
--> statement-breakpoint
ALTER TABLE "way_standings" ADD CONSTRAINT "way_standings_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "documents_of_job" ON "documents" USING btree ("job_id");--> statement-breakpoint
CREATE INDEX "jobs_touched" ON "jobs" USING btree ("touched_at");--> statement-breakpoint
UPDATE "jobs" SET "name" = coalesce("body"->>'name', "jobs"."name") FROM "documents" JOIN "document_versions" ON "document_versions"."document_id" = "documents"."id" AND "document_versions"."version" = "documents"."current_version" WHERE "documents"."job_id" = "jobs"."id" AND "documents"."kind" = 'part';
