CREATE TABLE "scan_chunks" (
	"scan_id" integer NOT NULL,
	"number" integer NOT NULL,
	"points" "bytea" NOT NULL,
	CONSTRAINT "scan_chunks_scan_id_number_pk" PRIMARY KEY("scan_id","number")
);
--> statement-breakpoint
CREATE TABLE "scans" (
	"id" serial PRIMARY KEY NOT NULL,
	"vehicle_id" integer NOT NULL,
	"document" json NOT NULL,
	"complete" boolean DEFAULT false NOT NULL,
	"person" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "scan_chunks" ADD CONSTRAINT "scan_chunks_scan_id_scans_id_fk" FOREIGN KEY ("scan_id") REFERENCES "public"."scans"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "scans" ADD CONSTRAINT "scans_vehicle_id_vehicles_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicles"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "scans_vehicle_id_index" ON "scans" USING btree ("vehicle_id");