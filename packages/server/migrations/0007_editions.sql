CREATE TABLE "edition" (
	"thing" text NOT NULL,
	"key" text COLLATE "C" NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text,
	"content" jsonb,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL,
	CONSTRAINT "edition_thing_key_link_pk" PRIMARY KEY("thing","key","link"),
	CONSTRAINT "edition_thing" CHECK ("edition"."thing" in ('machine', 'mount', 'operation', 'assembly', 'gauge'))
);
--> statement-breakpoint
CREATE TABLE "entry_gauge" (
	"gauge" text NOT NULL,
	"machine" text NOT NULL,
	"seq" bigint NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"entry" uuid NOT NULL,
	CONSTRAINT "entry_gauge_entry_gauge_pk" PRIMARY KEY("entry","gauge")
);
--> statement-breakpoint
CREATE TABLE "pin_try" (
	"person" text NOT NULL,
	"source" text NOT NULL,
	"failures" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp(3) with time zone,
	CONSTRAINT "pin_try_person_source_pk" PRIMARY KEY("person","source")
);
--> statement-breakpoint
CREATE TABLE "sending" (
	"id" uuid PRIMARY KEY NOT NULL,
	"door" text NOT NULL,
	"fingerprint" char(64),
	"person" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shop_version" (
	"what" text PRIMARY KEY NOT NULL,
	"version" bigint NOT NULL
);
--> statement-breakpoint
DROP INDEX "entry_at";
--> statement-breakpoint
DROP INDEX "entry_gauges";
--> statement-breakpoint
DROP INDEX "entry_setup";
--> statement-breakpoint
DROP INDEX "entry_person";
--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "changed_by" text;
--> statement-breakpoint
ALTER TABLE "assembly_event" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "assembly_event" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "title" text;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "by" text;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "reason" text;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "readouts" jsonb DEFAULT '[]'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "seen" jsonb DEFAULT '[]'::jsonb NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry" ADD COLUMN "release" jsonb;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "at" timestamp(3) with time zone;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "by" text;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "setup" text;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "seen" boolean;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "provenance" jsonb;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "kind" text;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "inputs" jsonb;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD COLUMN "routine" text;
--> statement-breakpoint
ALTER TABLE "gauge" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "gauge" ADD COLUMN "changed_by" text;
--> statement-breakpoint
ALTER TABLE "gauge_event" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "gauge_event" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "load_baseline" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "load_baseline" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "load_seen" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;
--> statement-breakpoint
ALTER TABLE "load_seen" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;
--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "changed_by" text;
--> statement-breakpoint
ALTER TABLE "machine_head" ADD COLUMN "at" timestamp(3) with time zone;
--> statement-breakpoint
ALTER TABLE "mount" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "mount" ADD COLUMN "changed_by" text;
--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;
--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "changed_by" text;
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "left_at" timestamp(3) with time zone;
--> statement-breakpoint
-- What is known of older entries goes into the new columns; only the owner of the tables can let the guards down for it.
ALTER TABLE entry DISABLE TRIGGER entry_append_only;
--> statement-breakpoint
UPDATE entry SET
  title = content ->> 'title', "by" = content #>> '{person,name}', reason = content ->> 'reason',
  readouts = content -> 'readouts', seen = content -> 'seen', release = nullif(content -> 'release', 'null');
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE entry ENABLE TRIGGER entry_append_only;
--> statement-breakpoint
ALTER TABLE entry_write DISABLE TRIGGER entry_write_append_only;
--> statement-breakpoint
UPDATE entry_write w SET
  at = e.at, "by" = e."by", setup = e.setup, seen = jsonb_array_length(e.seen) > 0, kind = e.kind,
  routine = CASE WHEN e.kind = 'wear' THEN e.content ->> 'routine' END,
  inputs = CASE WHEN e.kind = 'wear' THEN nullif(e.content -> 'inputs', 'null') END,
  provenance = written - '{register,name,before,beforeEntry,after,state,standard,expanded,assembly}'::text[]
FROM entry e CROSS JOIN LATERAL jsonb_array_elements(e.content -> 'writes') AS written
WHERE e.id = w.entry AND written ->> 'register' = w.register;
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE entry_write ENABLE TRIGGER entry_write_append_only;
--> statement-breakpoint
INSERT INTO entry_gauge (gauge, machine, seq, at, entry)
SELECT DISTINCT used ->> 'id', e.machine, e.seq, e.at, e.id FROM entry e CROSS JOIN LATERAL jsonb_array_elements(e.content -> 'gauges') AS used;
--> statement-breakpoint
UPDATE machine_head SET at = (SELECT max(at) FROM entry WHERE entry.machine = machine_head.machine);
--> statement-breakpoint
ALTER TABLE "entry" ALTER COLUMN "title" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry" ALTER COLUMN "by" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_write" ALTER COLUMN "at" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_write" ALTER COLUMN "by" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_write" ALTER COLUMN "seen" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_write" ALTER COLUMN "provenance" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "entry_write" ALTER COLUMN "kind" SET NOT NULL;
--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_gauge" ADD CONSTRAINT "entry_gauge_gauge_gauge_id_fk" FOREIGN KEY ("gauge") REFERENCES "public"."gauge"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_gauge" ADD CONSTRAINT "entry_gauge_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "pin_try" ADD CONSTRAINT "pin_try_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "sending" ADD CONSTRAINT "sending_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "entry_gauge_time" ON "entry_gauge" USING btree ("gauge","at","machine","seq");
--> statement-breakpoint
ALTER TABLE "assembly_event" ADD CONSTRAINT "assembly_event_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_refers_entry" FOREIGN KEY ("refers") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_operation_operation_id_fk" FOREIGN KEY ("operation") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "gauge_event" ADD CONSTRAINT "gauge_event_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action DEFERRABLE INITIALLY DEFERRED;
--> statement-breakpoint
ALTER TABLE "register_value" ADD CONSTRAINT "register_value_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "register_value" ADD CONSTRAINT "register_value_operation_operation_id_fk" FOREIGN KEY ("operation") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
ALTER TABLE "register_value" ADD CONSTRAINT "register_value_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE INDEX "entry_time" ON "entry" USING btree ("at","machine","seq");
--> statement-breakpoint
CREATE INDEX "entry_machine_time" ON "entry" USING btree ("machine","at","seq");
--> statement-breakpoint
CREATE INDEX "entry_start" ON "entry" USING btree ("machine","kind","seq") WHERE "entry"."kind" in ('homed', 'powered');
--> statement-breakpoint
CREATE INDEX "entry_write_time" ON "entry_write" USING btree ("register","at","machine","seq");
--> statement-breakpoint
CREATE INDEX "entry_setup" ON "entry" USING btree ("setup","at","machine","seq");
--> statement-breakpoint
CREATE INDEX "entry_person" ON "entry" USING btree ("person","at","machine","seq");
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_kind" CHECK ("entry"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed'));
--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_state" CHECK ("entry_write"."state" in ('set', 'estimated', 'deliberately-zero', 'disturbed', 'unset'));
--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_kind" CHECK ("entry_write"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed'));
--> statement-breakpoint
ALTER TABLE "gauge" ADD CONSTRAINT "gauge_state" CHECK ("gauge"."state" in ('in-use', 'disturbed', 'withdrawn'));
--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_kind" CHECK ("machine"."kind" in ('mill', 'lathe'));
--> statement-breakpoint
ALTER TABLE "machine" ADD CONSTRAINT "machine_unit" CHECK ("machine"."unit" in ('mm', 'in'));
--> statement-breakpoint
ALTER TABLE "person" ADD CONSTRAINT "person_role" CHECK ("person"."role" in ('viewer', 'operator', 'setter', 'planner', 'lead'));
--> statement-breakpoint
ALTER TABLE "register_value" ADD CONSTRAINT "register_value_state" CHECK ("register_value"."state" in ('set', 'estimated', 'deliberately-zero', 'disturbed', 'unset'));
--> statement-breakpoint
-- Rows that are only added are linked: each is hashed together with the hash of the row before it of the same thing. Where
-- a chain ends is kept apart, so that a row cannot go missing at its end.
CREATE TABLE chain_end (
  chain text COLLATE "C" NOT NULL,
  key text COLLATE "C" NOT NULL,
  link bigint NOT NULL,
  hash char(64) NOT NULL,
  PRIMARY KEY (chain, key)
);
--> statement-breakpoint
CREATE FUNCTION row_hash(before text, content jsonb) RETURNS text LANGUAGE sql IMMUTABLE AS $$
  SELECT encode(sha256(convert_to(before || (content - 'hash')::text, 'UTF8')), 'hex')
$$;
--> statement-breakpoint
-- Times are written out as in UTC, wherever it runs: the hash must not hang on a session's zone.
CREATE FUNCTION link_row() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  own jsonb := to_jsonb(NEW);
  whose text := (SELECT string_agg(own ->> name, '/' ORDER BY place) FROM unnest(TG_ARGV) WITH ORDINALITY AS part(name, place));
  last record;
BEGIN
  INSERT INTO chain_end AS already VALUES (TG_TABLE_NAME, whose, 1, '')
    ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1
    RETURNING link, hash INTO last;
  NEW.link := last.link;
  NEW.hash := row_hash(trim(last.hash), to_jsonb(NEW));
  UPDATE chain_end SET hash = NEW.hash WHERE chain = TG_TABLE_NAME AND key = whose;
  RETURN NEW;
END $$;
--> statement-breakpoint
-- Every state of a thing is kept, whichever statement made it.
CREATE FUNCTION keep_edition() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  stamps text[] := '{changed_at,changed_by}';
  before jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) END;
  after jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) END;
  own jsonb := coalesce(after, before);
  whose text := (SELECT string_agg(own ->> name, '/' ORDER BY place) FROM unnest(TG_ARGV) WITH ORDINALITY AS part(name, place));
BEGIN
  IF before - stamps IS DISTINCT FROM after - stamps THEN
    INSERT INTO edition (thing, key, at, person, content)
    VALUES (TG_TABLE_NAME, whose, (own ->> 'changed_at')::timestamptz, own ->> 'changed_by', after - stamps);
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
CREATE FUNCTION move_version() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public, pg_temp AS $$
BEGIN
  UPDATE shop_version SET version = version + 1 WHERE what = TG_ARGV[0];
  RETURN NULL;
END $$;
--> statement-breakpoint
INSERT INTO shop_version VALUES ('shop', 1), ('gauges', 1), ('assemblies', 1);
--> statement-breakpoint
ALTER TABLE gauge_event DISABLE TRIGGER gauge_event_append_only;
--> statement-breakpoint
DO $$
DECLARE one record; last record;
BEGIN
  SET LOCAL timezone = 'UTC';
  FOR one IN SELECT id, gauge::text AS whose FROM gauge_event ORDER BY at, id LOOP
    INSERT INTO chain_end AS already VALUES ('gauge_event', one.whose, 1, '')
      ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1 RETURNING link, hash INTO last;
    UPDATE gauge_event SET link = last.link WHERE id = one.id;
    UPDATE gauge_event row SET hash = row_hash(trim(last.hash), to_jsonb(row)) WHERE id = one.id;
    UPDATE chain_end SET hash = (SELECT hash FROM gauge_event WHERE id = one.id) WHERE chain = 'gauge_event' AND key = one.whose;
  END LOOP;
END $$;
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE gauge_event ENABLE TRIGGER gauge_event_append_only;
--> statement-breakpoint
ALTER TABLE assembly_event DISABLE TRIGGER assembly_event_append_only;
--> statement-breakpoint
DO $$
DECLARE one record; last record;
BEGIN
  SET LOCAL timezone = 'UTC';
  FOR one IN SELECT id, assembly::text AS whose FROM assembly_event ORDER BY at, id LOOP
    INSERT INTO chain_end AS already VALUES ('assembly_event', one.whose, 1, '')
      ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1 RETURNING link, hash INTO last;
    UPDATE assembly_event SET link = last.link WHERE id = one.id;
    UPDATE assembly_event row SET hash = row_hash(trim(last.hash), to_jsonb(row)) WHERE id = one.id;
    UPDATE chain_end SET hash = (SELECT hash FROM assembly_event WHERE id = one.id) WHERE chain = 'assembly_event' AND key = one.whose;
  END LOOP;
END $$;
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE assembly_event ENABLE TRIGGER assembly_event_append_only;
--> statement-breakpoint
ALTER TABLE load_baseline DISABLE TRIGGER load_baseline_append_only;
--> statement-breakpoint
DO $$
DECLARE one record; last record;
BEGIN
  SET LOCAL timezone = 'UTC';
  FOR one IN SELECT id, assembly::text AS whose FROM load_baseline ORDER BY at, id LOOP
    INSERT INTO chain_end AS already VALUES ('load_baseline', one.whose, 1, '')
      ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1 RETURNING link, hash INTO last;
    UPDATE load_baseline SET link = last.link WHERE id = one.id;
    UPDATE load_baseline row SET hash = row_hash(trim(last.hash), to_jsonb(row)) WHERE id = one.id;
    UPDATE chain_end SET hash = (SELECT hash FROM load_baseline WHERE id = one.id) WHERE chain = 'load_baseline' AND key = one.whose;
  END LOOP;
END $$;
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE load_baseline ENABLE TRIGGER load_baseline_append_only;
--> statement-breakpoint
ALTER TABLE load_seen DISABLE TRIGGER load_seen_append_only;
--> statement-breakpoint
DO $$
DECLARE one record; last record;
BEGIN
  SET LOCAL timezone = 'UTC';
  FOR one IN SELECT id, baseline::text AS whose FROM load_seen ORDER BY at, place, id LOOP
    INSERT INTO chain_end AS already VALUES ('load_seen', one.whose, 1, '')
      ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1 RETURNING link, hash INTO last;
    UPDATE load_seen SET link = last.link WHERE id = one.id;
    UPDATE load_seen row SET hash = row_hash(trim(last.hash), to_jsonb(row)) WHERE id = one.id;
    UPDATE chain_end SET hash = (SELECT hash FROM load_seen WHERE id = one.id) WHERE chain = 'load_seen' AND key = one.whose;
  END LOOP;
END $$;
--> statement-breakpoint
-- What waits for the commit would keep the table from being changed.
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
ALTER TABLE load_seen ENABLE TRIGGER load_seen_append_only;
--> statement-breakpoint
CREATE TRIGGER assembly_version AFTER INSERT OR UPDATE OR DELETE ON assembly
  FOR EACH STATEMENT EXECUTE FUNCTION move_version('assemblies');
--> statement-breakpoint
CREATE TRIGGER gauge_version AFTER INSERT OR UPDATE OR DELETE ON gauge
  FOR EACH STATEMENT EXECUTE FUNCTION move_version('gauges');
--> statement-breakpoint
CREATE TRIGGER setting_version AFTER INSERT OR UPDATE OR DELETE ON setting
  FOR EACH STATEMENT EXECUTE FUNCTION move_version('shop');
--> statement-breakpoint
CREATE TRIGGER shift_version AFTER INSERT OR UPDATE OR DELETE ON shift
  FOR EACH STATEMENT EXECUTE FUNCTION move_version('shop');
--> statement-breakpoint
CREATE TRIGGER person_version AFTER INSERT OR UPDATE OR DELETE ON person
  FOR EACH STATEMENT EXECUTE FUNCTION move_version('shop');
--> statement-breakpoint
CREATE TRIGGER edition_append_only BEFORE UPDATE OR DELETE ON edition
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER edition_no_truncate BEFORE TRUNCATE ON edition
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entry_gauge_append_only BEFORE UPDATE OR DELETE ON entry_gauge
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER entry_gauge_no_truncate BEFORE TRUNCATE ON entry_gauge
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER edition_link BEFORE INSERT ON edition
  FOR EACH ROW EXECUTE FUNCTION link_row('thing', 'key');
--> statement-breakpoint
CREATE TRIGGER gauge_event_link BEFORE INSERT ON gauge_event
  FOR EACH ROW EXECUTE FUNCTION link_row('gauge');
--> statement-breakpoint
CREATE TRIGGER assembly_event_link BEFORE INSERT ON assembly_event
  FOR EACH ROW EXECUTE FUNCTION link_row('assembly');
--> statement-breakpoint
CREATE TRIGGER load_baseline_link BEFORE INSERT ON load_baseline
  FOR EACH ROW EXECUTE FUNCTION link_row('assembly');
--> statement-breakpoint
CREATE TRIGGER load_seen_link BEFORE INSERT ON load_seen
  FOR EACH ROW EXECUTE FUNCTION link_row('baseline');
--> statement-breakpoint
CREATE TRIGGER machine_edition AFTER INSERT OR UPDATE OR DELETE ON machine
  FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
CREATE TRIGGER operation_edition AFTER INSERT OR UPDATE OR DELETE ON operation
  FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
CREATE TRIGGER assembly_edition AFTER INSERT OR UPDATE OR DELETE ON assembly
  FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
CREATE TRIGGER gauge_edition AFTER INSERT OR UPDATE OR DELETE ON gauge
  FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
CREATE TRIGGER mount_edition AFTER INSERT OR UPDATE OR DELETE ON mount
  FOR EACH ROW EXECUTE FUNCTION keep_edition('machine', 'number');
--> statement-breakpoint
-- What there is already is the first edition, from before anything of the kind was kept.
INSERT INTO edition (thing, key, at, content) SELECT 'machine', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM machine own;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'operation', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM operation own;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'assembly', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM assembly own;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'gauge', id, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM gauge own;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'mount', machine || '/' || number, '1970-01-01Z', to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM mount own;
--> statement-breakpoint
-- The application's own login and its password, for the owner's eyes alone (see db/prepare.ts).
CREATE TABLE app_login (name text PRIMARY KEY, password text NOT NULL);
