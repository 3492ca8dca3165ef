CREATE TABLE "customer_links" (
	"id" serial PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"shows" json NOT NULL,
	"quote_id" integer,
	"secret_hash" text NOT NULL,
	"made_by" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"taken_back_at" timestamp with time zone,
	"seen_at" timestamp with time zone,
	CONSTRAINT "customer_links_secretHash_unique" UNIQUE("secret_hash")
);
--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "accepted_through" text;--> statement-breakpoint
ALTER TABLE "quotes" ADD COLUMN "signature" "bytea";--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "customer_links" ADD CONSTRAINT "customer_links_quote_id_quotes_id_fk" FOREIGN KEY ("quote_id") REFERENCES "public"."quotes"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "customer_links_job_id_index" ON "customer_links" USING btree ("job_id");