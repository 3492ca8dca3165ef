CREATE TABLE "webhook_calls" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"id" serial PRIMARY KEY NOT NULL,
	"webhook_id" integer NOT NULL,
	"event" text NOT NULL,
	"about" text NOT NULL,
	"data" json NOT NULL,
	"at" timestamp with time zone NOT NULL,
	"tries" integer DEFAULT 0 NOT NULL,
	"tried_at" timestamp with time zone,
	"fault" text,
	"delivered_at" timestamp with time zone,
	"given_up_at" timestamp with time zone,
	CONSTRAINT "webhook_calls_webhookId_about_unique" UNIQUE("webhook_id","about")
);
--> statement-breakpoint
CREATE TABLE "webhooks" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"url" text NOT NULL,
	"events" json NOT NULL,
	"salt" text NOT NULL,
	"key_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"taken_back_at" timestamp with time zone,
	CONSTRAINT "webhooks_shopId_id_unique" UNIQUE("shop_id","id")
);
--> statement-breakpoint
ALTER TABLE "webhook_calls" ADD CONSTRAINT "webhook_calls_shop_id_webhook_id_webhooks_shop_id_id_fk" FOREIGN KEY ("shop_id","webhook_id") REFERENCES "public"."webhooks"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhooks" ADD CONSTRAINT "webhooks_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "webhooks" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "webhooks" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "webhooks" USING (current_setting('vexlo.shop', true) IN ("shop_id"::text, 'all'));
--> statement-breakpoint
ALTER TABLE "webhook_calls" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "webhook_calls" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "webhook_calls" USING (current_setting('vexlo.shop', true) IN ("shop_id"::text, 'all'));
