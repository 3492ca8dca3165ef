-- Several shops in one database. Whatever is there belongs to its one shop, the first.
ALTER TABLE "customers" DROP CONSTRAINT "customers_name_unique";
--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_number_unique";
--> statement-breakpoint
ALTER TABLE "people" DROP CONSTRAINT "people_name_unique";
--> statement-breakpoint
ALTER TABLE "foreign_wells" DROP CONSTRAINT "foreign_wells_hash_unique";
--> statement-breakpoint
ALTER TABLE "photo_rounds" DROP CONSTRAINT "photo_rounds_key_unique";
--> statement-breakpoint
ALTER TABLE "fleet_answers" DROP CONSTRAINT "fleet_answers_search_id_fleet_searches_id_fk";
--> statement-breakpoint
ALTER TABLE "fleet_answers" DROP CONSTRAINT "fleet_answers_vehicle_id_vehicles_id_fk";
--> statement-breakpoint
ALTER TABLE "job_work" DROP CONSTRAINT "job_work_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "jobs" DROP CONSTRAINT "jobs_vehicle_id_vehicles_id_fk";
--> statement-breakpoint
ALTER TABLE "log_entries" DROP CONSTRAINT "log_entries_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "photos" DROP CONSTRAINT "photos_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "quotes" DROP CONSTRAINT "quotes_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "stages" DROP CONSTRAINT "stages_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "vehicles" DROP CONSTRAINT "vehicles_customer_id_customers_id_fk";
--> statement-breakpoint
ALTER TABLE "customer_links" DROP CONSTRAINT "customer_links_job_id_jobs_id_fk";
--> statement-breakpoint
ALTER TABLE "customer_links" DROP CONSTRAINT "customer_links_quote_id_quotes_id_fk";
--> statement-breakpoint
ALTER TABLE "entry_links" DROP CONSTRAINT "entry_links_person_id_people_id_fk";
--> statement-breakpoint
ALTER TABLE "photo_rounds" DROP CONSTRAINT "photo_rounds_vehicle_id_vehicles_id_fk";
--> statement-breakpoint
ALTER TABLE "round_pictures" DROP CONSTRAINT "round_pictures_round_id_photo_rounds_id_fk";
--> statement-breakpoint
ALTER TABLE "scan_chunks" DROP CONSTRAINT "scan_chunks_scan_id_scans_id_fk";
--> statement-breakpoint
ALTER TABLE "scans" DROP CONSTRAINT "scans_vehicle_id_vehicles_id_fk";
--> statement-breakpoint
DROP INDEX "catalog_items_kind_maker_model_name_index";
--> statement-breakpoint
DROP INDEX "catalog_items_kind_active_size_mm_index";
--> statement-breakpoint
DROP INDEX "stages_job_id_position_index";
--> statement-breakpoint
ALTER TABLE "lessons_done" DROP CONSTRAINT "lessons_done_person_lesson_pk";
--> statement-breakpoint
ALTER TABLE "log_entries" DROP CONSTRAINT "log_entries_pkey";
--> statement-breakpoint
ALTER TABLE "photos" DROP CONSTRAINT "photos_pkey";
--> statement-breakpoint
CREATE SEQUENCE "shop_id_seq" AS integer OWNED BY "shop"."id";
--> statement-breakpoint
ALTER TABLE "shop" ALTER COLUMN "id" SET DEFAULT nextval('shop_id_seq');
--> statement-breakpoint
ALTER TABLE "catalog_imports" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "catalog_items" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "customers" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "fleet_answers" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "fleet_searches" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "job_work" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "lessons_done" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "log_entries" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "people" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "photos" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "last_job" integer DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "shop" ADD COLUMN "whole" boolean DEFAULT true NOT NULL;
--> statement-breakpoint
ALTER TABLE "stages" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "vehicles" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "customer_links" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "audit" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_links" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "foreign_wells" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "photo_rounds" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "round_pictures" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "scan_chunks" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
ALTER TABLE "scans" ADD COLUMN "shop_id" integer DEFAULT 1 NOT NULL;
--> statement-breakpoint
-- Rows without a shop are of a demo that was cut short while it was loaded: it is begun again.
INSERT INTO "shop" ("id", "name", "document", "whole") SELECT 1, 'Vexlo', '{"marginMm":10,"place":"","demo":true}', false
	WHERE NOT EXISTS (SELECT FROM "shop") AND (EXISTS (SELECT FROM "people") OR EXISTS (SELECT FROM "catalog_items"));
--> statement-breakpoint
SELECT setval('shop_id_seq', (SELECT coalesce(max("id"), 1) FROM "shop"), EXISTS (SELECT FROM "shop"));
--> statement-breakpoint
UPDATE "shop" SET "last_job" = (SELECT CASE WHEN is_called THEN last_value ELSE 0 END FROM "job_numbers");
--> statement-breakpoint
DROP SEQUENCE "job_numbers";
--> statement-breakpoint
-- People of two shops may have one name.
UPDATE "users" SET "username" = '1/' || "username";
--> statement-breakpoint
ALTER TABLE "lessons_done" ADD CONSTRAINT "lessons_done_shop_id_person_lesson_pk" PRIMARY KEY("shop_id","person","lesson");
--> statement-breakpoint
ALTER TABLE "log_entries" ADD CONSTRAINT "log_entries_shop_id_id_pk" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_shop_id_id_pk" PRIMARY KEY("shop_id","id");
--> statement-breakpoint
CREATE UNIQUE INDEX "catalog_items_shop_id_kind_maker_model_name_index" ON "catalog_items" USING btree ("shop_id","kind","maker","model","name");
--> statement-breakpoint
CREATE INDEX "catalog_items_shop_id_kind_active_size_mm_index" ON "catalog_items" USING btree ("shop_id","kind","active","size_mm");
--> statement-breakpoint
CREATE UNIQUE INDEX "stages_shop_id_job_id_position_index" ON "stages" USING btree ("shop_id","job_id","position");
--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_shopId_name_unique" UNIQUE("shop_id","name");
--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "fleet_searches" ADD CONSTRAINT "fleet_searches_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shopId_number_unique" UNIQUE("shop_id","number");
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_shopId_name_unique" UNIQUE("shop_id","name");
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "shop" ADD CONSTRAINT "shop_name_unique" UNIQUE("name");
--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "foreign_wells" ADD CONSTRAINT "foreign_wells_shopId_hash_unique" UNIQUE("shop_id","hash");
--> statement-breakpoint
ALTER TABLE "photo_rounds" ADD CONSTRAINT "photo_rounds_shopId_key_unique" UNIQUE("shop_id","key");
--> statement-breakpoint
ALTER TABLE "photo_rounds" ADD CONSTRAINT "photo_rounds_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "scans" ADD CONSTRAINT "scans_shopId_id_unique" UNIQUE("shop_id","id");
--> statement-breakpoint
ALTER TABLE "catalog_imports" ADD CONSTRAINT "catalog_imports_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "catalog_items" ADD CONSTRAINT "catalog_items_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "customers" ADD CONSTRAINT "customers_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "fleet_answers" ADD CONSTRAINT "fleet_answers_shop_id_search_id_fleet_searches_shop_id_id_fk" FOREIGN KEY ("shop_id","search_id") REFERENCES "public"."fleet_searches"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "fleet_answers" ADD CONSTRAINT "fleet_answers_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "fleet_searches" ADD CONSTRAINT "fleet_searches_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "job_work" ADD CONSTRAINT "job_work_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "jobs" ADD CONSTRAINT "jobs_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "lessons_done" ADD CONSTRAINT "lessons_done_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "log_entries" ADD CONSTRAINT "log_entries_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "people" ADD CONSTRAINT "people_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "stages" ADD CONSTRAINT "stages_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "vehicles" ADD CONSTRAINT "vehicles_shop_id_customer_id_customers_shop_id_id_fk" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_shop_id_quote_id_quotes_shop_id_id_fk" FOREIGN KEY ("shop_id","quote_id") REFERENCES "public"."quotes"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_links" ADD CONSTRAINT "entry_links_shop_id_person_id_people_shop_id_id_fk" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "foreign_wells" ADD CONSTRAINT "foreign_wells_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "photo_rounds" ADD CONSTRAINT "photo_rounds_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "round_pictures" ADD CONSTRAINT "round_pictures_shop_id_round_id_photo_rounds_shop_id_id_fk" FOREIGN KEY ("shop_id","round_id") REFERENCES "public"."photo_rounds"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "scan_chunks" ADD CONSTRAINT "scan_chunks_shop_id_scan_id_scans_shop_id_id_fk" FOREIGN KEY ("shop_id","scan_id") REFERENCES "public"."scans"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "scans" ADD CONSTRAINT "scans_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE cascade ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "catalog_imports" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "catalog_items" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "changes" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "customers" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "fleet_answers" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "fleet_searches" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "job_work" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "jobs" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "lessons_done" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "log_entries" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "people" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "photos" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "quotes" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "stages" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "vehicles" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "customer_links" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "audit" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "entry_links" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "foreign_wells" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "photo_rounds" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "round_pictures" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "scan_chunks" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
ALTER TABLE "scans" ALTER COLUMN "shop_id" SET DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer;
--> statement-breakpoint
-- The second wall: a connection sees the rows of the shop that it was told, and nothing where it was told of none.
DO $$
DECLARE
	named text;
BEGIN
	FOR named IN SELECT table_name FROM information_schema.columns WHERE table_schema = 'public' AND column_name = 'shop_id' LOOP
		EXECUTE format('ALTER TABLE %I ENABLE ROW LEVEL SECURITY', named);
		EXECUTE format('ALTER TABLE %I FORCE ROW LEVEL SECURITY', named);
		EXECUTE format('CREATE POLICY "own_shop" ON %I USING (current_setting(''vexlo.shop'', true) IN (shop_id::text, ''all''))', named);
	END LOOP;
END
$$;
--> statement-breakpoint
ALTER TABLE "shop" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "shop" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "shop" USING (current_setting('vexlo.shop', true) IN ("id"::text, 'all'));
--> statement-breakpoint
-- Of which shop the job is that changed: only who is of that shop is told.
CREATE OR REPLACE FUNCTION "tell_of_job"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	told record;
	job integer;
BEGIN
	IF TG_OP = 'DELETE' THEN told := OLD; ELSE told := NEW; END IF;
	IF TG_TABLE_NAME = 'vehicles' THEN
		FOR job IN SELECT "id" FROM "jobs" WHERE "vehicle_id" = told.id LOOP
			PERFORM pg_notify('vexlo_job', told.shop_id || '/' || job);
		END LOOP;
	ELSIF TG_TABLE_NAME = 'jobs' THEN
		PERFORM pg_notify('vexlo_job', told.shop_id || '/' || told.id);
	ELSE
		PERFORM pg_notify('vexlo_job', told.shop_id || '/' || told.job_id);
	END IF;
	RETURN NULL;
END
$$;
