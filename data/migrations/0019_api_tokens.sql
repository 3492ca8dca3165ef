CREATE TABLE "api_tokens" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"id" serial PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"use" text NOT NULL,
	"role" text NOT NULL,
	"secret_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"taken_back_at" timestamp with time zone,
	"used_at" timestamp with time zone,
	CONSTRAINT "api_tokens_secretHash_unique" UNIQUE("secret_hash")
);
--> statement-breakpoint
ALTER TABLE "api_tokens" ADD CONSTRAINT "api_tokens_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "api_tokens_shop_id_index" ON "api_tokens" USING btree ("shop_id");--> statement-breakpoint
ALTER TABLE "api_tokens" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "api_tokens" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "api_tokens" USING (current_setting('vexlo.shop', true) IN ("shop_id"::text, 'all'));
