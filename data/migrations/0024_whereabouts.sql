CREATE UNLOGGED TABLE "whereabouts" (
	"shop_id" integer DEFAULT nullif(current_setting('vexlo.shop', true), 'all')::integer NOT NULL,
	"page" text NOT NULL,
	"job_id" integer NOT NULL,
	"person" text NOT NULL,
	"leaf" text NOT NULL,
	"field" text NOT NULL,
	"label" text NOT NULL,
	"at" timestamp with time zone NOT NULL,
	CONSTRAINT "whereabouts_shop_id_page_pk" PRIMARY KEY("shop_id","page")
);
--> statement-breakpoint
ALTER TABLE "whereabouts" ADD CONSTRAINT "whereabouts_shop_id_job_id_jobs_shop_id_id_fk" FOREIGN KEY ("shop_id","job_id") REFERENCES "public"."jobs"("shop_id","id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "whereabouts_shop_id_job_id_index" ON "whereabouts" USING btree ("shop_id","job_id");
--> statement-breakpoint
ALTER TABLE "whereabouts" ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
ALTER TABLE "whereabouts" FORCE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY "own_shop" ON "whereabouts" USING (CASE (SELECT current_setting('vexlo.shop', true)) WHEN 'all' THEN true ELSE "shop_id" = (SELECT nullif(nullif(current_setting('vexlo.shop', true), ''), 'all')::integer) END);
--> statement-breakpoint
-- Whoever is on the same job is told when somebody comes, goes or turns to something else; not that he is still there.
CREATE FUNCTION "tell_of_where"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	told record;
BEGIN
	IF TG_OP = 'DELETE' THEN told := OLD; ELSE told := NEW; END IF;
	PERFORM pg_notify('vexlo_where', told.shop_id::text || '/' || told.job_id::text);
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR DELETE OR UPDATE OF "job_id", "person", "leaf", "field" ON "whereabouts" FOR EACH ROW EXECUTE FUNCTION "tell_of_where"();
