ALTER TABLE "log_entries" ADD COLUMN "batch" bigint;--> statement-breakpoint
ALTER TABLE "log_entries" ADD COLUMN "seq" bigserial NOT NULL;--> statement-breakpoint
CREATE INDEX "log_entries_batch_index" ON "log_entries" USING btree ("batch");