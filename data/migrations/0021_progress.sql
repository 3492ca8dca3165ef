CREATE UNLOGGED TABLE "progress" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"ticket" text NOT NULL,
	"count" integer NOT NULL,
	"of" integer NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "progress_shop_id_ticket_pk" PRIMARY KEY("shop_id","ticket")
);
--> statement-breakpoint
ALTER TABLE "progress" ADD CONSTRAINT "progress_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "progress" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "progress" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "progress" USING (current_setting('vexlo.shop', true) IN ("shop_id"::text, 'all'));
