-- Where a chain ends is sought by its key, however few there are yet: a plan made while there were a handful read all of them for
-- each row of a list of ten thousand.
CREATE OR REPLACE FUNCTION link_row() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp SET enable_seqscan = off AS $$
DECLARE
  own jsonb := to_jsonb(NEW) - 'hash';
  whose text := concat_ws('/', own ->> TG_ARGV[0], own ->> TG_ARGV[1]);
  last record;
BEGIN
  LOOP
    SELECT link, trim(hash) AS hash INTO last FROM chain_end WHERE chain = TG_TABLE_NAME AND key = whose FOR UPDATE;
    IF FOUND THEN
      NEW.link := last.link + 1;
      NEW.hash := encode(sha256(convert_to(last.hash || (own || jsonb_build_object('link', NEW.link))::text, 'UTF8')), 'hex');
      UPDATE chain_end SET link = NEW.link, hash = NEW.hash WHERE chain = TG_TABLE_NAME AND key = whose;
      RETURN NEW;
    END IF;
    NEW.link := 1;
    NEW.hash := encode(sha256(convert_to((own || jsonb_build_object('link', NEW.link))::text, 'UTF8')), 'hex');
    INSERT INTO chain_end VALUES (TG_TABLE_NAME, whose, NEW.link, NEW.hash) ON CONFLICT DO NOTHING;
    -- Somebody else began the same chain just now: then this row is its second.
    IF FOUND THEN
      RETURN NEW;
    END IF;
  END LOOP;
END $$;
--> statement-breakpoint
-- The first editions of what one statement adds are kept by one statement too.
CREATE FUNCTION keep_first_editions() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
BEGIN
  INSERT INTO edition (thing, key, at, person, content)
  SELECT TG_TABLE_NAME, concat_ws('/', own ->> TG_ARGV[0], own ->> TG_ARGV[1]), (own ->> 'changed_at')::timestamptz, own ->> 'changed_by', edition_content(own)
  FROM (SELECT to_jsonb(added) AS own FROM added) rows;
  RETURN NULL;
END $$;
--> statement-breakpoint
DO $$
DECLARE guard record;
BEGIN
  FOR guard IN
    SELECT t.tgname AS name, t.tgrelid::regclass AS owner, pg_get_triggerdef(t.oid) AS definition, substring(pg_get_triggerdef(t.oid) FROM '\((.*)\)$') AS args
    FROM pg_trigger t JOIN pg_proc p ON p.oid = t.tgfoid WHERE p.proname = 'keep_edition'
  LOOP
    EXECUTE format('DROP TRIGGER %I ON %s', guard.name, guard.owner);
    EXECUTE format('CREATE TRIGGER %I AFTER UPDATE OR DELETE ON %s FOR EACH ROW EXECUTE FUNCTION keep_edition(%s)', guard.name, guard.owner, guard.args);
    EXECUTE format('CREATE TRIGGER %I AFTER INSERT ON %s REFERENCING NEW TABLE AS added FOR EACH STATEMENT EXECUTE FUNCTION keep_first_editions(%s)', guard.name || '_first', guard.owner, guard.args);
  END LOOP;
END $$;
