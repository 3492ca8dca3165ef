CREATE TABLE "catalog_items" (
	"id" serial PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"maker" text NOT NULL,
	"model" text NOT NULL,
	"name" text NOT NULL,
	"price" double precision,
	"days" integer,
	"mass_kg" double precision,
	"size_mm" double precision,
	"rim_in" double precision,
	"source" text DEFAULT '' NOT NULL,
	"active" boolean DEFAULT true NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"document" json NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX "catalog_items_kind_maker_model_name_index" ON "catalog_items" USING btree ("kind","maker","model","name");--> statement-breakpoint
CREATE INDEX "catalog_items_kind_active_size_mm_index" ON "catalog_items" USING btree ("kind","active","size_mm");