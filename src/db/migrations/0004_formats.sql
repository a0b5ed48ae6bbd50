-- What was saved before formats were kept is of format 3.
ALTER TABLE "document_versions" ADD COLUMN "format" integer DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "document_versions" ALTER COLUMN "format" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "fixture_versions" ADD COLUMN "format" integer DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "fixture_versions" ALTER COLUMN "format" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "workshop_items" ADD COLUMN "format" integer DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "workshop_items" ALTER COLUMN "format" DROP DEFAULT;--> statement-breakpoint
ALTER TABLE "zero_records" ADD COLUMN "format" integer DEFAULT 3 NOT NULL;--> statement-breakpoint
ALTER TABLE "zero_records" ALTER COLUMN "format" DROP DEFAULT;
