CREATE TABLE "hole_measurements" (
	"way_id" text NOT NULL,
	"setup_id" text NOT NULL,
	"hole" text NOT NULL,
	"x_mm" double precision NOT NULL,
	"y_mm" double precision NOT NULL,
	"measured_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "hole_measurements_way_id_setup_id_hole_pk" PRIMARY KEY("way_id","setup_id","hole")
);
--> statement-breakpoint
CREATE TABLE "hole_ticks" (
	"way_id" text NOT NULL,
	"setup_id" text NOT NULL,
	"stage" text NOT NULL,
	"hole" text NOT NULL,
	"ticked_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "hole_ticks_way_id_setup_id_stage_hole_pk" PRIMARY KEY("way_id","setup_id","stage","hole")
);
--> statement-breakpoint
ALTER TABLE "hole_measurements" ADD CONSTRAINT "hole_measurements_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "hole_ticks" ADD CONSTRAINT "hole_ticks_way_id_documents_id_fk" FOREIGN KEY ("way_id") REFERENCES "public"."documents"("id") ON DELETE cascade ON UPDATE no action;