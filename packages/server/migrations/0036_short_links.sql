-- A chain's end is written once for each row that is linked to it, with its hash: a tool list of ten thousand rows wrote it twice,
-- and what was written first was in the way of all that came after.
CREATE OR REPLACE FUNCTION link_row() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  own jsonb := to_jsonb(NEW);
  whose text := own ->> TG_ARGV[0];
  last record;
BEGIN
  FOR more IN 1 .. TG_NARGS - 1 LOOP
    whose := whose || '/' || (own ->> TG_ARGV[more]);
  END LOOP;
  LOOP
    SELECT link, trim(hash) AS hash INTO last FROM chain_end WHERE chain = TG_TABLE_NAME AND key = whose FOR UPDATE;
    IF FOUND THEN
      NEW.link := last.link + 1;
      NEW.hash := row_hash(last.hash, own || jsonb_build_object('link', NEW.link));
      UPDATE chain_end SET link = NEW.link, hash = NEW.hash WHERE chain = TG_TABLE_NAME AND key = whose;
      RETURN NEW;
    END IF;
    NEW.link := 1;
    NEW.hash := row_hash('', own || jsonb_build_object('link', NEW.link));
    INSERT INTO chain_end VALUES (TG_TABLE_NAME, whose, NEW.link, NEW.hash) ON CONFLICT DO NOTHING;
    -- Somebody else began the same chain just now: then this row is its second.
    IF FOUND THEN
      RETURN NEW;
    END IF;
  END LOOP;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION keep_edition() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  before jsonb := CASE WHEN TG_OP <> 'INSERT' THEN to_jsonb(OLD) END;
  after jsonb := CASE WHEN TG_OP <> 'DELETE' THEN to_jsonb(NEW) END;
  own jsonb := coalesce(after, before);
  kept jsonb := edition_content(after);
  whose text := own ->> TG_ARGV[0];
BEGIN
  IF edition_content(before) IS NOT DISTINCT FROM kept THEN
    RETURN NULL;
  END IF;
  FOR more IN 1 .. TG_NARGS - 1 LOOP
    whose := whose || '/' || (own ->> TG_ARGV[more]);
  END LOOP;
  INSERT INTO edition (thing, key, at, person, content)
  VALUES (TG_TABLE_NAME, whose, (own ->> 'changed_at')::timestamptz, own ->> 'changed_by', kept);
  RETURN NULL;
END $$;
