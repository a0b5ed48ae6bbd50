CREATE TABLE "taken_figures" (
	"id" serial PRIMARY KEY NOT NULL,
	"path" text NOT NULL,
	"was" double precision NOT NULL,
	"now" double precision NOT NULL,
	"pieces" integer NOT NULL,
	"who" text NOT NULL,
	"taken_at" timestamp with time zone DEFAULT now() NOT NULL
);
