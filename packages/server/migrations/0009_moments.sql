-- What was before, each read as a walk down an index. The settings hold the planner to it whatever the statistics say: on a
-- fresh connection or after a bulk load it would otherwise sort the whole history of an operation.

CREATE FUNCTION formerly(on_machine text, in_setup text, upto bigint) RETURNS TABLE (
  register text, value bigint, state text, entry uuid, at timestamptz, "by" text, standard double precision, operation text,
  setup text, seen boolean, assembly text, provenance jsonb
) LANGUAGE plpgsql STABLE
  SET enable_sort = off SET enable_bitmapscan = off SET enable_seqscan = off SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  IF in_setup IS NULL THEN RETURN; END IF;
  RETURN QUERY
    SELECT w.register, w.after, w.state, w.entry, w.at, w."by", w.standard, w.operation, w.setup, w.seen, w.assembly, w.provenance
    FROM setup s
    JOIN operation o ON o.id = s.operation
    JOIN register_value v ON v.machine = on_machine
    CROSS JOIN LATERAL (
      SELECT * FROM entry_write one
      WHERE one.machine = on_machine AND one.operation = s.operation AND one.register = v.register
        AND one.seq <= coalesce(upto, 9223372036854775807) AND one.after IS NOT NULL AND one.kind <> 'correction'
        AND NOT EXISTS (
          SELECT FROM entry c
          WHERE c.refers = one.entry AND c.kind = 'correction' AND c.seq <= coalesce(upto, 9223372036854775807))
      ORDER BY one.seq DESC LIMIT 1
    ) w
    WHERE s.id = in_setup AND v.register LIKE 'work/%' AND o.slots ? split_part(v.register, '/', 2);
END $$;
--> statement-breakpoint
CREATE FUNCTION sizes_worn(on_machine text, upto bigint) RETURNS TABLE (
  register text, entry uuid, kind text, refers uuid, at timestamptz, "by" text, assembly text, before bigint, after bigint,
  routine text, inputs jsonb
) LANGUAGE plpgsql STABLE
  SET enable_sort = off SET enable_bitmapscan = off SET enable_seqscan = off SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
    SELECT w.register, w.entry, w.kind, (SELECT e.refers FROM entry e WHERE e.id = w.entry AND w.kind = 'correction'), w.at, w."by",
      w.assembly, w.before, w.after, w.routine, w.inputs
    FROM register_value v
    CROSS JOIN LATERAL (
      SELECT one.kind FROM entry_write one
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= coalesce(upto, 9223372036854775807)
      ORDER BY one.seq DESC LIMIT 1
    ) newest
    CROSS JOIN LATERAL (
      SELECT * FROM entry_write one
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= coalesce(upto, 9223372036854775807)
      -- So many are enough for how it has worn.
      ORDER BY one.seq DESC LIMIT 12
    ) w
    WHERE v.machine = on_machine AND v.register LIKE 'tool/%/wear' AND newest.kind IN ('wear', 'correction');
END $$;
--> statement-breakpoint
-- What stood in every register of a machine after one of its entries. A readout counts as seen from the entry on that saw it.
CREATE FUNCTION stood(on_machine text, upto bigint) RETURNS TABLE (
  register text, value bigint, state text, entry uuid, at timestamptz, "by" text, standard double precision, operation text,
  setup text, seen boolean, assembly text, provenance jsonb
) LANGUAGE plpgsql STABLE
  SET enable_sort = off SET enable_bitmapscan = off SET enable_seqscan = off SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
    SELECT w.register, w.after, w.state, w.entry, w.at, w."by", w.standard, w.operation, w.setup,
      w.seen OR EXISTS (SELECT FROM entry s WHERE s.refers = w.entry AND s.kind = 'seen' AND s.seq <= upto), w.assembly, w.provenance
    FROM register_value v
    CROSS JOIN LATERAL (
      SELECT * FROM entry_write one
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= upto
      ORDER BY one.seq DESC LIMIT 1
    ) w
    WHERE v.machine = on_machine AND w.after IS NOT NULL;
END $$;
--> statement-breakpoint
-- The states that all things of a kind had at a moment; $2 is what their keys begin with.
CREATE FUNCTION editions_at(of_thing text, beginning text, moment timestamptz) RETURNS TABLE (key text, content jsonb)
LANGUAGE sql STABLE AS $$
  SELECT DISTINCT ON (e.key) e.key, e.content FROM edition e
  WHERE e.thing = of_thing AND e.key >= beginning AND starts_with(e.key, beginning) AND e.at <= moment
  ORDER BY e.key, e.link DESC
$$;
--> statement-breakpoint
CREATE FUNCTION edition_at(of_thing text, of_key text, moment timestamptz) RETURNS jsonb LANGUAGE sql STABLE AS $$
  SELECT content FROM edition WHERE thing = of_thing AND key = of_key AND at <= moment ORDER BY link DESC LIMIT 1
$$;
--> statement-breakpoint
-- Contents are pressed together by the quicker method where the server has it.
DO $$
BEGIN
  ALTER TABLE entry ALTER COLUMN content SET COMPRESSION lz4;
EXCEPTION WHEN OTHERS THEN
  RAISE NOTICE 'lz4 is not there; contents are kept as before';
END $$;
