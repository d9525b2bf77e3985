ALTER TABLE "machine" ADD COLUMN "dialect" jsonb;--> statement-breakpoint
-- How every machine reads a program now: as is usual, for nothing was said of it.
INSERT INTO edition (thing, key, at, content) SELECT 'machine', id, now(), to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM machine own;
