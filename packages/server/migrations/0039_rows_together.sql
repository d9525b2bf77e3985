-- Rows that each begin a chain are linked by one statement: a list of ten thousand tools begins twenty thousand of them. What goes
-- on with a chain, or begins one that somebody else begins just now, is linked row by row as ever. They come with link 1 and no
-- hash. It has the rights of whoever calls it: only the tables' owner may write where chains end.
CREATE FUNCTION append_rows(rows anyarray, VARIADIC whose text[]) RETURNS void LANGUAGE plpgsql SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
DECLARE
  chain regclass := (SELECT t.typrelid FROM pg_type a JOIN pg_type t ON t.oid = a.typelem WHERE a.oid = pg_typeof(rows));
  columns text[] := ARRAY(
    SELECT quote_ident(attname) FROM pg_attribute WHERE attrelid = chain AND attnum > 0 AND NOT attisdropped AND attname <> 'hash' ORDER BY attnum
  );
BEGIN
  -- OFFSET 0 keeps a row's JSON from being made once for each use.
  EXECUTE format(
    $q$
    WITH come AS MATERIALIZED (
      SELECT one, concat_ws('/', own ->> $2[1], own ->> $2[2]) AS whose, encode(sha256(convert_to(own::text, 'UTF8')), 'hex') AS first
      FROM (SELECT one, to_jsonb(one) - 'hash' AS own FROM unnest($1) AS one OFFSET 0) AS told
    ), begun AS (
      INSERT INTO chain_end SELECT %1$L, whose, 1, first FROM come ON CONFLICT DO NOTHING RETURNING key, hash
    )
    INSERT INTO %1$s (%2$s, hash)
    SELECT %3$s, coalesce(begun.hash, '') FROM come LEFT JOIN begun ON begun.key = come.whose AND begun.hash = come.first
    $q$,
    chain, array_to_string(columns, ', '), '(one).' || array_to_string(columns, ', (one).')
  ) USING rows, whose;
END $$;
--> statement-breakpoint
CREATE FUNCTION is_owner_of(relation oid) RETURNS boolean LANGUAGE sql STABLE AS $$
  SELECT pg_get_userbyid(relowner) = current_user FROM pg_class WHERE oid = relation
$$;
--> statement-breakpoint
-- A hash is taken as it comes from the owner's own functions only; with anybody else's the row is linked anew.
DROP TRIGGER edition_link ON edition;
--> statement-breakpoint
CREATE TRIGGER edition_link BEFORE INSERT ON edition FOR EACH ROW
  WHEN (NEW.hash = '' OR NOT is_owner_of('edition'::regclass)) EXECUTE FUNCTION link_row('thing', 'key');
--> statement-breakpoint
DROP TRIGGER assembly_event_link ON assembly_event;
--> statement-breakpoint
CREATE TRIGGER assembly_event_link BEFORE INSERT ON assembly_event FOR EACH ROW
  WHEN (NEW.hash = '' OR NOT is_owner_of('assembly_event'::regclass)) EXECUTE FUNCTION link_row('assembly');
--> statement-breakpoint
CREATE OR REPLACE FUNCTION keep_first_editions() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET timezone = 'UTC' SET search_path = public, pg_temp AS $$
BEGIN
  PERFORM append_rows(array_agg(ROW(
    TG_TABLE_NAME, concat_ws('/', own ->> TG_ARGV[0], own ->> TG_ARGV[1]), own ->> 'changed_at', own ->> 'changed_by', edition_content(own), 1, ''
  )::edition), 'thing', 'key')
  FROM (SELECT to_jsonb(added) AS own FROM added OFFSET 0) AS told;
  RETURN NULL;
END $$;
--> statement-breakpoint
-- What is noted about many assemblies at once.
CREATE FUNCTION note_assemblies(events jsonb) RETURNS void LANGUAGE sql SECURITY DEFINER SET search_path = public, pg_temp AS $$
  SELECT append_rows(array_agg(event), 'assembly') FROM jsonb_populate_recordset(ROW(NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, 1, '')::assembly_event, events) AS event
$$;
