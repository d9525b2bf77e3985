CREATE TABLE "part_count" (
	"entry" uuid PRIMARY KEY NOT NULL,
	"setup" text NOT NULL,
	"job" text NOT NULL,
	"made" integer NOT NULL,
	"scrapped" integer NOT NULL,
	"reason" text,
	"at" timestamp(3) with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "edition" DROP CONSTRAINT "edition_thing";--> statement-breakpoint
ALTER TABLE "entry" DROP CONSTRAINT "entry_kind";--> statement-breakpoint
ALTER TABLE "entry_write" DROP CONSTRAINT "entry_write_kind";--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "revision" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "due" text;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "note" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "closed" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "job" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "revision" text;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "kind" text;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "unit" text;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "machines" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "purposes" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "sizes" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "number" text;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "material" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "change" text DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "part" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "setup" ADD COLUMN "edition" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_thing" CHECK ("edition"."thing" in ('machine', 'mount', 'part', 'operation', 'job', 'assembly', 'gauge', 'workpiece'));
--> statement-breakpoint
UPDATE part SET number = id;
--> statement-breakpoint
UPDATE job SET revision = part.revision FROM part WHERE part.id = job.part;
--> statement-breakpoint
UPDATE operation SET revision = part.revision FROM part WHERE part.id = operation.part;
--> statement-breakpoint
-- An operation was never tied to a machine; the one that it was set up on last says what it was planned for.
UPDATE operation SET kind = coalesce(own.kind, 'mill'), unit = coalesce(own.unit, 'mm')
FROM operation one LEFT JOIN LATERAL (
  SELECT machine.kind, machine.unit FROM setup JOIN machine ON machine.id = setup.machine
  WHERE setup.operation = one.id ORDER BY setup.started_at DESC LIMIT 1
) own ON true
WHERE one.id = operation.id;
--> statement-breakpoint
ALTER TABLE part ALTER COLUMN number SET NOT NULL;
--> statement-breakpoint
ALTER TABLE job ALTER COLUMN revision SET NOT NULL;
--> statement-breakpoint
ALTER TABLE operation ALTER COLUMN revision SET NOT NULL, ALTER COLUMN kind SET NOT NULL, ALTER COLUMN unit SET NOT NULL;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'part', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM part own;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'job', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM job own;
--> statement-breakpoint
CREATE TRIGGER part_edition AFTER INSERT OR UPDATE OR DELETE ON part FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
CREATE TRIGGER job_edition AFTER INSERT OR UPDATE OR DELETE ON job FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
-- A setup keeps the edition of its operation that was newest when it began.
UPDATE setup SET edition = (SELECT max(link) FROM edition WHERE thing = 'operation' AND key = setup.operation);
--> statement-breakpoint
CREATE FUNCTION take_edition() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
BEGIN
  IF TG_OP = 'UPDATE' THEN
    NEW.edition := OLD.edition;
    NEW.operation := OLD.operation;
    RETURN NEW;
  END IF;
  NEW.edition := (SELECT max(link) FROM edition WHERE thing = 'operation' AND key = NEW.operation);
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE TRIGGER setup_edition BEFORE INSERT OR UPDATE ON setup FOR EACH ROW EXECUTE FUNCTION take_edition();
--> statement-breakpoint
-- Each setup beside the operation as it keeps it, in the operation's own columns.
CREATE VIEW setup_plan AS
  SELECT s.id AS setup, s.machine, s.job, s.started_at, s.ended_at, s.edition, o.id, o.part, o.name, o.revision, o.kind, o.unit, o.machines, o.slots,
    o.purposes, o.stock, o.fixture, o.fixture_repeat, o.tolerance, o.clearance, o.features, o.sizes, o.tools, o.program, o.steps
  FROM setup s JOIN edition e ON e.thing = 'operation' AND e.key = s.operation AND e.link = s.edition
  CROSS JOIN LATERAL jsonb_populate_record(NULL::operation, e.content) o;
--> statement-breakpoint
CREATE TRIGGER part_count_append_only BEFORE UPDATE OR DELETE ON part_count
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE "part_count" ADD CONSTRAINT "part_count_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_count" ADD CONSTRAINT "part_count_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "part_count" ADD CONSTRAINT "part_count_job_job_id_fk" FOREIGN KEY ("job") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "part_count_setup" ON "part_count" USING btree ("setup","at");--> statement-breakpoint
CREATE INDEX "part_count_job" ON "part_count" USING btree ("job");--> statement-breakpoint
CREATE INDEX "setup_operation" ON "setup" USING btree ("operation","started_at");--> statement-breakpoint
CREATE INDEX "setup_job" ON "setup" USING btree ("job");--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_number_unique" UNIQUE("number");--> statement-breakpoint
ALTER TABLE "part" ADD CONSTRAINT "part_number_unique" UNIQUE("number");--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_kind" CHECK ("entry"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'begun', 'proven', 'counted', 'ended'));--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_kind" CHECK ("entry_write"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'begun', 'proven', 'counted', 'ended'));