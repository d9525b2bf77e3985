CREATE TABLE "seal" (
	"day" text PRIMARY KEY NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"hash" char(64) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "sealed_end" (
	"day" text NOT NULL,
	"chain" text COLLATE "C" NOT NULL,
	"key" text COLLATE "C" NOT NULL,
	"link" bigint NOT NULL,
	"hash" char(64) NOT NULL,
	CONSTRAINT "sealed_end_chain_key_link_pk" PRIMARY KEY("chain","key","link")
);
--> statement-breakpoint
ALTER TABLE "edition" DROP CONSTRAINT "edition_thing";--> statement-breakpoint
ALTER TABLE "control_ask" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "control_ask" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "control_begun" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "control_begun" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "control_read" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "control_read" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "control_sent" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "control_sent" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "machine_connection" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "machine_connection" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "taken" ADD COLUMN "link" bigint DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "taken" ADD COLUMN "hash" char(64) DEFAULT '' NOT NULL;--> statement-breakpoint
ALTER TABLE "setup" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "setup" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "setting" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "setting" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "shift" ADD COLUMN "changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL;--> statement-breakpoint
ALTER TABLE "shift" ADD COLUMN "changed_by" text;--> statement-breakpoint
ALTER TABLE "sealed_end" ADD CONSTRAINT "sealed_end_day_seal_day_fk" FOREIGN KEY ("day") REFERENCES "public"."seal"("day") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "sealed_end_day" ON "sealed_end" USING btree ("day");--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_thing" CHECK ("edition"."thing" in ('machine', 'mount', 'part', 'operation', 'job', 'assembly', 'gauge', 'workpiece', 'setup', 'person', 'setting', 'shift'));
--> statement-breakpoint
-- What an edition keeps of a row: all but the stamps, and of a PIN only a hash of its hash, so that no backup has an old one.
CREATE FUNCTION edition_content(own jsonb) RETURNS jsonb LANGUAGE sql IMMUTABLE AS $$
  SELECT CASE WHEN own ? 'pin_hash' THEN own || jsonb_build_object('pin_hash', encode(sha256(convert_to(own ->> 'pin_hash', 'UTF8')), 'hex')) ELSE own END
    - '{changed_at,changed_by}'::text[]
$$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION keep_edition() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  before jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) END;
  after jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) END;
  own jsonb := coalesce(after, before);
  whose text := (SELECT string_agg(own ->> name, '/' ORDER BY place) FROM unnest(TG_ARGV) WITH ORDINALITY AS part(name, place));
BEGIN
  IF edition_content(before) IS DISTINCT FROM edition_content(after) THEN
    INSERT INTO edition (thing, key, at, person, content)
    VALUES (TG_TABLE_NAME, whose, (own ->> 'changed_at')::timestamptz, own ->> 'changed_by', edition_content(after));
  END IF;
  RETURN NULL;
END $$;
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'setup', id, '1970-01-01Z', edition_content(to_jsonb(own)) FROM setup own;
--> statement-breakpoint
CREATE TRIGGER setup_kept AFTER INSERT OR UPDATE OR DELETE ON setup FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'person', id, '1970-01-01Z', edition_content(to_jsonb(own)) FROM person own;
--> statement-breakpoint
CREATE TRIGGER person_kept AFTER INSERT OR UPDATE OR DELETE ON person FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'setting', key, '1970-01-01Z', edition_content(to_jsonb(own)) FROM setting own;
--> statement-breakpoint
CREATE TRIGGER setting_kept AFTER INSERT OR UPDATE OR DELETE ON setting FOR EACH ROW EXECUTE FUNCTION keep_edition('key');
--> statement-breakpoint
INSERT INTO edition (thing, key, at, content) SELECT 'shift', name, '1970-01-01Z', edition_content(to_jsonb(own)) FROM shift own;
--> statement-breakpoint
CREATE TRIGGER shift_kept AFTER INSERT OR UPDATE OR DELETE ON shift FOR EACH ROW EXECUTE FUNCTION keep_edition('name');
--> statement-breakpoint
SET CONSTRAINTS ALL IMMEDIATE;
--> statement-breakpoint
-- What is there already is linked in the order it came.
DO $$
DECLARE chains constant text[][] := '{{machine_connection,machine},{taken,machine},{control_ask,machine},{control_begun,id},{control_read,machine},{control_sent,machine}}';
  of text; whose text; pair text[]; one record; last record;
BEGIN
  SET LOCAL timezone = 'UTC';
  FOREACH pair SLICE 1 IN ARRAY chains LOOP
    of := pair[1]; whose := pair[2];
    EXECUTE format('ALTER TABLE %I DISABLE TRIGGER USER', of);
    FOR one IN EXECUTE format('SELECT id, %I::text AS whose FROM %I ORDER BY at, id', whose, of) LOOP
      INSERT INTO chain_end AS already VALUES (of, one.whose, 1, '')
        ON CONFLICT (chain, key) DO UPDATE SET link = already.link + 1 RETURNING link, hash INTO last;
      EXECUTE format('UPDATE %I SET link = $1 WHERE id = $2', of) USING last.link, one.id;
      EXECUTE format('UPDATE %I own SET hash = row_hash(trim($1), to_jsonb(own)) WHERE id = $2', of) USING last.hash, one.id;
      EXECUTE format('UPDATE chain_end SET hash = (SELECT hash FROM %I WHERE id = $2) WHERE chain = $1 AND key = $3', of) USING of, one.id, one.whose;
    END LOOP;
    SET CONSTRAINTS ALL IMMEDIATE;
    EXECUTE format('ALTER TABLE %I ENABLE TRIGGER USER', of);
    EXECUTE format('CREATE TRIGGER %I BEFORE INSERT ON %I FOR EACH ROW EXECUTE FUNCTION link_row(%L)', of || '_link', of, whose);
  END LOOP;
END $$;
--> statement-breakpoint
CREATE TRIGGER seal_append_only BEFORE UPDATE OR DELETE ON seal FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER seal_no_truncate BEFORE TRUNCATE ON seal FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER sealed_end_append_only BEFORE UPDATE OR DELETE ON sealed_end FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER sealed_end_no_truncate BEFORE TRUNCATE ON sealed_end FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER part_count_no_truncate BEFORE TRUNCATE ON part_count FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER seal_version AFTER INSERT ON seal FOR EACH STATEMENT EXECUTE FUNCTION move_version('shop');
