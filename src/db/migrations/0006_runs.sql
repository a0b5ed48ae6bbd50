CREATE TABLE "releases" (
	"id" text PRIMARY KEY NOT NULL,
	"way_id" text NOT NULL,
	"number" integer NOT NULL,
	"way_version" integer NOT NULL,
	"part_version" integer NOT NULL,
	"document" jsonb NOT NULL,
	"overrides" jsonb NOT NULL,
	"who" text NOT NULL,
	"released_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "run_entries" (
	"id" text PRIMARY KEY NOT NULL,
	"run_id" text NOT NULL,
	"piece" integer NOT NULL,
	"body" jsonb NOT NULL,
	"format" integer NOT NULL,
	"who" text NOT NULL,
	"happened_at" timestamp with time zone NOT NULL,
	"kept_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "runs" (
	"id" text PRIMARY KEY NOT NULL,
	"release_id" text NOT NULL,
	"pieces" integer NOT NULL,
	"every" integer NOT NULL,
	"practice" jsonb,
	"who" text NOT NULL,
	"started_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "releases" ADD CONSTRAINT "releases_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "run_entries" ADD CONSTRAINT "run_entries_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "runs" ADD CONSTRAINT "runs_release_id_releases_id_fk" FOREIGN KEY ("release_id") REFERENCES "public"."releases"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "releases_of_way" ON "releases" USING btree ("way_id");--> statement-breakpoint
CREATE INDEX "entries_of_run" ON "run_entries" USING btree ("run_id");--> statement-breakpoint
CREATE INDEX "runs_of_release" ON "runs" USING btree ("release_id");