CREATE TABLE "run_photos" (
	"id" text PRIMARY KEY NOT NULL,
	"run_id" text NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"kept_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "run_photos" ADD CONSTRAINT "run_photos_run_id_runs_id_fk" FOREIGN KEY ("run_id") REFERENCES "public"."runs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photos_of_run" ON "run_photos" USING btree ("run_id");