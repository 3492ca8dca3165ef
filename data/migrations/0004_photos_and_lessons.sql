CREATE TABLE "lessons_done" (
	"person" text NOT NULL,
	"lesson" text NOT NULL,
	"tries" integer NOT NULL,
	"passed_at" timestamp with time zone,
	CONSTRAINT "lessons_done_person_lesson_pk" PRIMARY KEY("person","lesson")
);
--> statement-breakpoint
CREATE TABLE "photos" (
	"id" text PRIMARY KEY NOT NULL,
	"job_id" integer NOT NULL,
	"width_px" integer NOT NULL,
	"height_px" integer NOT NULL,
	"jpeg" "bytea" NOT NULL,
	"small" "bytea" NOT NULL,
	"person" text NOT NULL,
	"stored_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "log_entries" ADD COLUMN "foretold" json;--> statement-breakpoint
ALTER TABLE "vehicles" ADD COLUMN "platform" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "photos" ADD CONSTRAINT "photos_job_id_jobs_id_fk" FOREIGN KEY ("job_id") REFERENCES "public"."jobs"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photos_job_id_index" ON "photos" USING btree ("job_id");