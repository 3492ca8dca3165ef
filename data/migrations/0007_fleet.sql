CREATE TABLE "fleet_answers" (
	"search_id" integer NOT NULL,
	"vehicle_id" integer NOT NULL,
	"answer" json,
	CONSTRAINT "fleet_answers_search_id_vehicle_id_pk" PRIMARY KEY("search_id","vehicle_id")
);
--> statement-breakpoint
CREATE TABLE "fleet_searches" (
	"id" serial PRIMARY KEY NOT NULL,
	"label" text NOT NULL,
	"document" json NOT NULL,
	"person" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "fleet_answers" ADD CONSTRAINT "fleet_answers_search_id_fleet_searches_id_fk" FOREIGN KEY ("search_id") REFERENCES "public"."fleet_searches"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fleet_answers" ADD CONSTRAINT "fleet_answers_vehicle_id_vehicles_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicles"("id") ON DELETE cascade ON UPDATE no action;