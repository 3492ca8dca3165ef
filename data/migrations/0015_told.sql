-- Whoever has a job open is told when something of it changed: its number, once a transaction, when that is committed.
CREATE FUNCTION "tell_of_job"() RETURNS trigger LANGUAGE plpgsql AS $$
DECLARE
	told record;
	job integer;
BEGIN
	IF TG_OP = 'DELETE' THEN told := OLD; ELSE told := NEW; END IF;
	IF TG_TABLE_NAME = 'vehicles' THEN
		FOR job IN SELECT "id" FROM "jobs" WHERE "vehicle_id" = told.id LOOP
			PERFORM pg_notify('vexlo_job', job::text);
		END LOOP;
	ELSIF TG_TABLE_NAME = 'jobs' THEN
		PERFORM pg_notify('vexlo_job', told.id::text);
	ELSE
		PERFORM pg_notify('vexlo_job', told.job_id::text);
	END IF;
	RETURN NULL;
END
$$;
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "vehicles" FOR EACH ROW EXECUTE FUNCTION "tell_of_job"();
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "jobs" FOR EACH ROW EXECUTE FUNCTION "tell_of_job"();
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "stages" FOR EACH ROW EXECUTE FUNCTION "tell_of_job"();
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "job_work" FOR EACH ROW EXECUTE FUNCTION "tell_of_job"();
--> statement-breakpoint
CREATE TRIGGER "told" AFTER INSERT OR UPDATE OR DELETE ON "log_entries" FOR EACH ROW EXECUTE FUNCTION "tell_of_job"();
