-- What stood in a table of its own for each kind moves over before they go.
INSERT INTO "catalog_items" ("kind", "maker", "model", "name", "mass_kg", "size_mm", "active", "document")
SELECT 'tire', "maker", "model", "code", ("document" ->> 'massKg')::double precision, "overall_diameter_mm", "active", "document"
FROM "catalog_tires";--> statement-breakpoint
INSERT INTO "catalog_items" ("kind", "maker", "model", "name", "mass_kg", "size_mm", "rim_in", "active", "document")
SELECT 'wheel', "maker", "model",
  "diameter_in" || 'x' || "width_in" || ' ' || CASE WHEN "offset_mm" > 0 THEN '+' ELSE '' END || "offset_mm" || ' ' || "studs" || 'x' || "pcd_mm" || ' ' || ("document" ->> 'boreMm'),
  ("document" ->> 'massKg')::double precision, "offset_mm", "diameter_in", "active", "document"
FROM "catalog_wheels" ON CONFLICT DO NOTHING;--> statement-breakpoint
DROP TABLE "catalog_tires" CASCADE;--> statement-breakpoint
DROP TABLE "catalog_wheels" CASCADE;