-- What stands in a register is what an entry found that nobody has taken back: its moment, its author, its setup and whether it
-- was seen are that entry's, however many entries were made and taken back since. An entry that takes another one back finds
-- nothing, so it never speaks for a figure; this holds of entries that are kept already too.

CREATE OR REPLACE FUNCTION stood(on_machine text, upto bigint) RETURNS TABLE (
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
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= upto AND one.kind <> 'correction'
        AND NOT EXISTS (SELECT FROM entry c WHERE c.refers = one.entry AND c.kind = 'correction' AND c.seq <= upto)
      ORDER BY one.seq DESC LIMIT 1
    ) w
    WHERE v.machine = on_machine AND w.after IS NOT NULL;
END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION sizes_worn(on_machine text, upto bigint) RETURNS TABLE (
  register text, entry uuid, kind text, refers uuid, at timestamptz, "by" text, assembly text, before bigint, after bigint,
  routine text, inputs jsonb
) LANGUAGE plpgsql STABLE
  SET enable_sort = off SET enable_bitmapscan = off SET enable_seqscan = off SET plan_cache_mode = force_generic_plan AS $$
#variable_conflict use_column
BEGIN
  RETURN QUERY
    SELECT w.register, w.entry, w.kind, NULL::uuid, w.at, w."by", w.assembly, w.before, w.after, w.routine, w.inputs
    FROM register_value v
    CROSS JOIN LATERAL (
      SELECT one.kind FROM entry_write one
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= coalesce(upto, 9223372036854775807)
        AND one.kind <> 'correction' AND NOT EXISTS (
          SELECT FROM entry c WHERE c.refers = one.entry AND c.kind = 'correction' AND c.seq <= coalesce(upto, 9223372036854775807))
      ORDER BY one.seq DESC LIMIT 1
    ) newest
    CROSS JOIN LATERAL (
      SELECT * FROM entry_write one
      WHERE one.machine = on_machine AND one.register = v.register AND one.seq <= coalesce(upto, 9223372036854775807)
        AND one.kind <> 'correction' AND NOT EXISTS (
          SELECT FROM entry c WHERE c.refers = one.entry AND c.kind = 'correction' AND c.seq <= coalesce(upto, 9223372036854775807))
      -- So many are enough for how it has worn.
      ORDER BY one.seq DESC LIMIT 12
    ) w
    WHERE v.machine = on_machine AND v.register LIKE 'tool/%/wear' AND newest.kind = 'wear';
END $$;
--> statement-breakpoint
UPDATE register_value v SET entry = s.entry, at = s.at, "by" = s."by", operation = s.operation, setup = s.setup, seen = s.seen,
  state = s.state, standard = s.standard, assembly = s.assembly, provenance = s.provenance
FROM machine m CROSS JOIN LATERAL stood(m.id, 9223372036854775807) s
WHERE v.machine = m.id AND v.register = s.register AND EXISTS (SELECT FROM entry c WHERE c.id = v.entry AND c.kind = 'correction');
--> statement-breakpoint
-- A calibration that was taken back left its gauge as if it stood: the record is what it was before, where nothing has happened since.
UPDATE gauge g SET state = b.content ->> 'state', calibrated = (b.content ->> 'calibrated')::timestamptz, due = (b.content ->> 'due')::timestamptz,
  doubtful = b.content -> 'doubtful', size = (b.content ->> 'size')::bigint, uncertainty = (b.content ->> 'uncertainty')::bigint, changed_at = now()
FROM (SELECT DISTINCT ON (gauge) gauge, at, entry FROM gauge_event ORDER BY gauge, link DESC) e
CROSS JOIN LATERAL (
  SELECT content FROM edition WHERE thing = 'gauge' AND key = e.gauge AND at < e.at ORDER BY link DESC LIMIT 1
) b
WHERE g.id = e.gauge AND EXISTS (SELECT FROM entry c WHERE c.refers = e.entry AND c.kind = 'correction');
