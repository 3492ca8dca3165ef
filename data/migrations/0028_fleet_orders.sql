CREATE TABLE "fleet_orders" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"id" serial PRIMARY KEY NOT NULL,
	"customer_id" integer NOT NULL,
	"what" text NOT NULL,
	"placed" json NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"taken_back_by" text,
	"taken_back_at" timestamp with time zone
);
--> statement-breakpoint
ALTER TABLE "fleet_orders" ADD CONSTRAINT "fleet_orders_shop_id_customer_id_customers_shop_id_id_fk" FOREIGN KEY ("shop_id","customer_id") REFERENCES "public"."customers"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "fleet_orders_customer_id_index" ON "fleet_orders" USING btree ("customer_id");
--> statement-breakpoint
ALTER TABLE "fleet_orders" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "fleet_orders" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "fleet_orders" USING (CASE (SELECT current_setting('vexlo.shop', true)) WHEN 'all' THEN true ELSE "shop_id" = (SELECT nullif(nullif(current_setting('vexlo.shop', true), ''), 'all')::integer) END);
