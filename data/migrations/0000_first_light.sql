CREATE TABLE "catalog_tires" (
	"id" serial PRIMARY KEY NOT NULL,
	"maker" text NOT NULL,
	"model" text NOT NULL,
	"code" text NOT NULL,
	"overall_diameter_mm" double precision NOT NULL,
	"rim_in" double precision NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "catalog_wheels" (
	"id" serial PRIMARY KEY NOT NULL,
	"maker" text NOT NULL,
	"model" text NOT NULL,
	"diameter_in" double precision NOT NULL,
	"width_in" double precision NOT NULL,
	"offset_mm" double precision NOT NULL,
	"studs" integer NOT NULL,
	"pcd_mm" double precision NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "changes" (
	"id" bigserial PRIMARY KEY NOT NULL,
	"subject" text NOT NULL,
	"subject_id" integer NOT NULL,
	"version" integer NOT NULL,
	"kind" text NOT NULL,
	"reverts" bigint,
	"person" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"changes" json NOT NULL
);
--> statement-breakpoint
CREATE TABLE "customers" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	CONSTRAINT "customers_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "jobs" (
	"id" serial PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"vehicle_id" integer NOT NULL,
	"title" text NOT NULL,
	"status" text DEFAULT 'measuring' NOT NULL,
	"waits_for" text DEFAULT '' NOT NULL,
	"opened_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "jobs_number_unique" UNIQUE("number")
);
--> statement-breakpoint
CREATE TABLE "people" (
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"units" text DEFAULT 'metric' NOT NULL,
	"theme" text DEFAULT 'auto' NOT NULL,
	CONSTRAINT "people_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "shop" (
	"id" integer PRIMARY KEY DEFAULT 1 NOT NULL,
	"name" text NOT NULL,
	"document" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL
);
--> statement-breakpoint
CREATE TABLE "stages" (
	"id" serial PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"position" integer NOT NULL,
	"label" text NOT NULL,
	"document" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"grade" text NOT NULL,
	"least_clearance_mm" double precision NOT NULL,
	"tire_code" text NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "vehicles" (
	"id" serial PRIMARY KEY NOT NULL,
	"customer_id" integer,
	"label" text NOT NULL,
	"kind" text NOT NULL,
	"document" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_vehicle_id_vehicles_id_fk" FOREIGN KEY ("vehicle_id") REFERENCES "public"."vehicles"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stages" ADD CONSTRAINT "stages_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_customer_id_customers_id_fk" FOREIGN KEY ("customer_id") REFERENCES "public"."customers"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "catalog_tires_maker_model_code_index" ON "catalog_tires" USING btree ("maker","model","code");--> statement-breakpoint
CREATE INDEX "catalog_tires_rim_in_index" ON "catalog_tires" USING btree ("rim_in");--> statement-breakpoint
CREATE UNIQUE INDEX "catalog_wheels_maker_model_diameter_in_width_in_offset_mm_studs_pcd_mm_index" ON "catalog_wheels" USING btree ("maker","model","diameter_in","width_in","offset_mm","studs","pcd_mm");--> statement-breakpoint
CREATE UNIQUE INDEX "changes_subject_subject_id_version_index" ON "changes" USING btree ("subject","subject_id","version");--> statement-breakpoint
CREATE UNIQUE INDEX "stages_job_id_position_index" ON "stages" USING btree ("job_id","position");--> statement-breakpoint
CREATE INDEX "stages_grade_index" ON "stages" USING btree ("grade");