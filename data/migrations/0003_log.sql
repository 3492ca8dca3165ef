CREATE TABLE "log_entries" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"kind" text NOT NULL,
	"at" text NOT NULL,
	"document" json NOT NULL,
	"stored_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "log_entries" ADD CONSTRAINT "log_entries_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "log_entries_job_id_at_index" ON "log_entries" USING btree ("job_id","at");