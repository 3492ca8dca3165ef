ALTER TABLE "catalog_items" ADD COLUMN "supplier" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "placed_by" text DEFAULT 'work' NOT NULL;--> statement-breakpoint
-- Whatever place a job has was set by somebody.
UPDATE "jobs" SET "placed_by" = 'hand';--> statement-breakpoint
UPDATE "job_work" SET "document" = ("document"::jsonb || '{"parts":[]}'::jsonb)::json WHERE NOT ("document"::jsonb ? 'parts');--> statement-breakpoint
-- Rules that a shop keeps learn which kind of the catalog their part is, where they are those that came with the application.
UPDATE "shop" SET "document" = jsonb_set("document"::jsonb, '{workRules}', (
  SELECT coalesce(jsonb_agg(
    CASE WHEN "known"."kind" IS NULL OR "rule" -> 'part' IS NULL OR "rule" -> 'part' ? 'item' THEN "rule"
      ELSE jsonb_set("rule", '{part,item}', to_jsonb("known"."kind")) END ORDER BY "place"), '[]'::jsonb)
  FROM jsonb_array_elements("document"::jsonb -> 'workRules') WITH ORDINALITY AS "rules" ("rule", "place")
  LEFT JOIN (VALUES ('springs', 'lift'), ('brackets', 'lift'), ('body-blocks', 'lift'), ('gear-set', 'gears'), ('tires', 'tire'),
    ('spare', 'tire'), ('wheels', 'wheel'), ('nuts', 'nuts'), ('spacers', 'spacer')) AS "known" ("id", "kind")
    ON "known"."id" = "rule" ->> 'id'))::json
WHERE jsonb_typeof("document"::jsonb -> 'workRules') = 'array';
