CREATE TABLE "kept_learned" (
	"shop_id" integer PRIMARY KEY DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"of" text NOT NULL,
	"document" json NOT NULL,
	"made_at" timestamp with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "kept_learned" ADD CONSTRAINT "kept_learned_shop_id_shop_id_fk" FOREIGN KEY ("shop_id") REFERENCES "public"."shop"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "changes_shop_id_id_index" ON "changes" USING btree ("shop_id","id");--> statement-breakpoint
CREATE INDEX "log_entries_shop_id_seq_index" ON "log_entries" USING btree ("shop_id","seq");--> statement-breakpoint
CREATE INDEX "log_entries_shop_id_kind_index" ON "log_entries" USING btree ("shop_id","kind");--> statement-breakpoint
ALTER TABLE "kept_learned" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "kept_learned" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "kept_learned" USING (current_setting('vexlo.shop', true) IN ("shop_id"::text, 'all'));
