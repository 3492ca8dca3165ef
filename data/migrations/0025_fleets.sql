CREATE TABLE "vehicle_fits" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"vehicle_id" integer NOT NULL,
	"asked_at" timestamp with time zone NOT NULL,
	"fits" json,
	CONSTRAINT "vehicle_fits_shop_id_vehicle_id_pk" PRIMARY KEY("shop_id","vehicle_id")
);
--> statement-breakpoint
ALTER TABLE "customer_links" ALTER COLUMN "job_id" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "customer_links" ADD COLUMN "customer_id" integer;--> statement-breakpoint
ALTER TABLE "vehicle_fits" ADD CONSTRAINT "vehicle_fits_shop_id_vehicle_id_vehicles_shop_id_id_fk" FOREIGN KEY ("shop_id","vehicle_id") REFERENCES "public"."vehicles"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_shop_id_customer_id_customers_shop_id_id_fk" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "of_one" CHECK (("customer_links"."job_id" is null) <> ("customer_links"."customer_id" is null));
--> statement-breakpoint
ALTER TABLE "vehicle_fits" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "vehicle_fits" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "vehicle_fits" USING (CASE (SELECT current_setting('vexlo.shop', true)) WHEN 'all' THEN true ELSE "shop_id" = (SELECT nullif(nullif(current_setting('vexlo.shop', true), ''), 'all')::integer) END);
