CREATE TABLE "passkeys" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"id" serial PRIMARY KEY NOT NULL,
	"person_id" integer NOT NULL,
	"credential" text NOT NULL,
	"public_key" "bytea" NOT NULL,
	"counter" bigint NOT NULL,
	"transports" json NOT NULL,
	"label" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"used_at" timestamp with time zone,
	CONSTRAINT "passkeys_credential_unique" UNIQUE("credential")
);
--> statement-breakpoint
ALTER TABLE "passkeys" ADD CONSTRAINT "passkeys_shop_id_person_id_people_shop_id_id_fk" FOREIGN KEY ("shop_id","person_id") REFERENCES "public"."people"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "passkeys_person_id_index" ON "passkeys" USING btree ("person_id");
--> statement-breakpoint
ALTER TABLE "passkeys" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "passkeys" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "passkeys" USING (CASE (SELECT current_setting('vexlo.shop', true)) WHEN 'all' THEN true ELSE "shop_id" = (SELECT nullif(nullif(current_setting('vexlo.shop', true), ''), 'all')::integer) END);
