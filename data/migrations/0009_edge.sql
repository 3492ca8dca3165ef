ALTER TABLE "stages" ADD COLUMN "rub" text DEFAULT 'none' NOT NULL;--> statement-breakpoint
-- Documents with half a character in them, taken in before such text was refused, cannot be read into; they keep the default.
UPDATE "stages" SET "rub" = coalesce("document" -> 'use' ->> 'rub', 'none') WHERE "document"::text !~* '\\u(d[89a-f]|0000)';
