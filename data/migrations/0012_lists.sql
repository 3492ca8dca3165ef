CREATE TABLE "catalog_imports" (
	"id" serial PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"supplier" text DEFAULT '' NOT NULL,
	"columns" json,
	"counts" json NOT NULL,
	"before" json NOT NULL,
	"person" text NOT NULL,
	"at" timestamp with time zone DEFAULT now() NOT NULL,
	"undone_by" text
);
--> statement-breakpoint
CREATE INDEX "catalog_imports_kind_supplier_index" ON "catalog_imports" USING btree ("kind","supplier");