ALTER TABLE "assembly" ADD COLUMN "insert_code" text;--> statement-breakpoint
-- What every tool is said to be now, with the insert that it did not have.
INSERT INTO edition (thing, key, at, content) SELECT 'assembly', id, now(), to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM assembly own;
