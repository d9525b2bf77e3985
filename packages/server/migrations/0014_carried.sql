CREATE TABLE "carried" (
	"entry" uuid NOT NULL,
	"step" text NOT NULL,
	"register" text NOT NULL,
	"setup" text NOT NULL,
	"value" bigint NOT NULL,
	"origin" uuid NOT NULL,
	CONSTRAINT "carried_entry_step_register_pk" PRIMARY KEY("entry","step","register")
);
--> statement-breakpoint
ALTER TABLE "entry" DROP CONSTRAINT "entry_kind";--> statement-breakpoint
ALTER TABLE "entry_write" DROP CONSTRAINT "entry_write_kind";--> statement-breakpoint
ALTER TABLE "setup" ADD COLUMN "repeats" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "carried" ADD CONSTRAINT "carried_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "carried" ADD CONSTRAINT "carried_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "carried_setup" ON "carried" USING btree ("setup");--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_kind" CHECK ("entry"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'begun', 'carried', 'proven', 'counted', 'ended'));--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_kind" CHECK ("entry_write"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'begun', 'carried', 'proven', 'counted', 'ended'));--> statement-breakpoint
CREATE TRIGGER carried_append_only BEFORE UPDATE OR DELETE ON carried FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER carried_no_truncate BEFORE TRUNCATE ON carried FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
-- What a setup learned of its fixture stays as it was when it began, like its edition.
CREATE OR REPLACE FUNCTION take_edition() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
BEGIN
  IF TG_OP = 'UPDATE' THEN
    NEW.edition := OLD.edition;
    NEW.operation := OLD.operation;
    NEW.repeats := OLD.repeats;
    RETURN NEW;
  END IF;
  NEW.edition := (SELECT max(link) FROM edition WHERE thing = 'operation' AND key = NEW.operation);
  RETURN NEW;
END $$;
--> statement-breakpoint
CREATE OR REPLACE VIEW setup_plan AS
  SELECT s.id AS setup, s.machine, s.job, s.started_at, s.ended_at, s.edition, o.id, o.part, o.name, o.revision, o.kind, o.unit, o.machines, o.slots,
    o.purposes, o.stock, o.fixture, o.fixture_repeat, o.tolerance, o.clearance, o.features, o.sizes, o.tools, o.program, o.steps, s.repeats
  FROM setup s JOIN edition e ON e.thing = 'operation' AND e.key = s.operation AND e.link = s.edition
  CROSS JOIN LATERAL jsonb_populate_record(NULL::operation, e.content) o;
