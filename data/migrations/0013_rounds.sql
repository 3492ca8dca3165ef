CREATE TABLE "photo_rounds" (
	"id" serial PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"vehicle_id" integer NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"document" json NOT NULL,
	"measured" json NOT NULL,
	"person" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_rounds_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "round_pictures" (
	"round_id" integer NOT NULL,
	"id" text NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"small" "bytea" NOT NULL,
	CONSTRAINT "round_pictures_round_id_id_pk" PRIMARY KEY("round_id","id")
);
--> statement-breakpoint
ALTER TABLE "photo_rounds" ADD CONSTRAINT "photo_rounds_vehicle_id_vehicles_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicles"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "round_pictures" ADD CONSTRAINT "round_pictures_round_id_photo_rounds_id_fk" FOREIGN KEY ("round_id") REFERENCES "public"."photo_rounds"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photo_rounds_vehicle_id_index" ON "photo_rounds" USING btree ("vehicle_id");