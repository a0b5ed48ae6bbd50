CREATE TABLE "solid_bodies" (
	"digest" text NOT NULL,
	"body" integer NOT NULL,
	"facets" "bytea" NOT NULL,
	CONSTRAINT "solid_bodies_digest_body_pk" PRIMARY KEY("digest","body")
);
--> statement-breakpoint
CREATE TABLE "solid_files" (
	"digest" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "solid_bodies" ADD CONSTRAINT "solid_bodies_digest_solid_files_digest_fk" FOREIGN KEY ("digest") REFERENCES "public"."solid_files"("digest") ON DELETE cascade ON UPDATE no action;