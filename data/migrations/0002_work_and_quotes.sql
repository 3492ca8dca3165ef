CREATE TABLE "job_work" (
	"job_id" integer PRIMARY KEY NOT NULL,
	"document" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "quotes" (
	"id" serial PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"number" integer NOT NULL,
	"document" json NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"person" text NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"accepted_at" timestamp with time zone,
	"accepted_by" text,
	"accepted_option" integer
);
--> statement-breakpoint
ALTER TABLE "job_work" ADD CONSTRAINT "job_work_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "quotes" ADD CONSTRAINT "quotes_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE UNIQUE INDEX "quotes_job_id_number_index" ON "quotes" USING btree ("job_id","number");--> statement-breakpoint
CREATE FUNCTION "keep_accepted_quote"() RETURNS trigger LANGUAGE plpgsql AS $$
BEGIN
	RAISE EXCEPTION 'quote % of job % was accepted and is frozen', OLD."number", OLD."job_id";
END $$;--> statement-breakpoint
CREATE TRIGGER "quotes_stay_frozen" BEFORE UPDATE ON "quotes" FOR EACH ROW WHEN (OLD."accepted_at" IS NOT NULL) EXECUTE FUNCTION "keep_accepted_quote"();
