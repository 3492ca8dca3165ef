CREATE SEQUENCE "public"."job_numbers" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "batch" bigint;--> statement-breakpoint
ALTER TABLE "changes" ADD COLUMN "verdicts" json DEFAULT '[]'::json NOT NULL;--> statement-breakpoint
ALTER TABLE "jobs" ADD COLUMN "version" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
CREATE INDEX "changes_batch_index" ON "changes" USING btree ("batch");--> statement-breakpoint
CREATE INDEX "jobs_vehicle_id_index" ON "jobs" USING btree ("vehicle_id");--> statement-breakpoint
CREATE INDEX "vehicles_customer_id_index" ON "vehicles" USING btree ("customer_id");--> statement-breakpoint
ALTER TABLE "log_entries" RENAME COLUMN "foretold" TO "predicted";--> statement-breakpoint
SELECT setval('job_numbers', greatest(1, (SELECT coalesce(max(nullif(regexp_replace("number", '\D', '', 'g'), '')::bigint), 0) FROM "jobs")), (SELECT count(*) > 0 FROM "jobs"));
