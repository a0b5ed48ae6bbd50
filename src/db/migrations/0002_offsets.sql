CREATE TABLE "fixture_events" (
	"id" serial PRIMARY KEY NOT NULL,
	"fixture_id" text NOT NULL,
	"kind" text NOT NULL,
	"check_id" text,
	"value" jsonb,
	"who" text NOT NULL,
	"happened_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "fixture_versions" (
	"fixture_id" text NOT NULL,
	"version" integer NOT NULL,
	"body" jsonb NOT NULL,
	"who" text NOT NULL,
	"why" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "fixture_versions_fixture_id_version_pk" PRIMARY KEY("fixture_id","version")
);
--> statement-breakpoint
CREATE TABLE "fixtures" (
	"id" text PRIMARY KEY NOT NULL,
	"current_version" integer NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"retired_at" timestamp with time zone
);
--> statement-breakpoint
CREATE TABLE "zero_records" (
	"id" text PRIMARY KEY NOT NULL,
	"way_id" text NOT NULL,
	"setup_id" text NOT NULL,
	"record" jsonb NOT NULL,
	"who" text NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL,
	"withdrawn_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "fixture_events" ADD CONSTRAINT "fixture_events_fixture_id_fixtures_id_fk" FOREIGN KEY ("fixture_id") REFERENCES "public"."fixtures"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fixture_versions" ADD CONSTRAINT "fixture_versions_fixture_id_fixtures_id_fk" FOREIGN KEY ("fixture_id") REFERENCES "public"."fixtures"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "zero_records" ADD CONSTRAINT "zero_records_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"gaugeToTable": 450, "backlashMm": 0.004, "rotary": {"letter": "A", "along": "x", "turns": "table", "positive": "counter-clockwise", "centre": {"x": -120, "y": -150, "z": -330}, "centreMm": 0.01, "angleRad": 0.0001}}'::jsonb || "spec" WHERE "kind" = 'machine' AND "id" = 'small-cnc';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"gaugeToTable": 430, "backlashMm": 0}'::jsonb || "spec" WHERE "kind" = 'machine' AND "id" = 'manual-dro';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"bedHeight": 62}'::jsonb || "spec" WHERE "kind" = 'vise' AND "id" = 'vise-125';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"bedHeight": 62}'::jsonb || "spec" WHERE "kind" = 'vise' AND "id" = 'vise-ground';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"bedHeight": 70}'::jsonb || "spec" WHERE "kind" = 'vise' AND "id" = 'vise-160';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"tip": 10}'::jsonb || "spec" WHERE "kind" = 'instrument' AND "id" = 'edge-finder';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"tip": 4}'::jsonb || "spec" WHERE "kind" = 'instrument' AND "id" = 'probe';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"tip": 0.5}'::jsonb || "spec" WHERE "kind" = 'instrument' AND "id" = 'feeler';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"tip": 50}'::jsonb || "spec" WHERE "kind" = 'instrument' AND "id" = 'setter';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 105}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'face-50';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 118}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'end-16';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 112}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'end-10';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 104}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'end-6';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 142}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'drill-5';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 150}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'drill-66';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 196}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'drill-20';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 165}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'boring';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 160}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'ream-8';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 128}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'tap-m4';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 134}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'tap-m6';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 140}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'tap-m8';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 152}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'ream-6';--> statement-breakpoint
UPDATE "workshop_items" SET "spec" = '{"length": 108}'::jsonb || "spec" WHERE "kind" = 'cutter' AND "id" = 'chamfer';
