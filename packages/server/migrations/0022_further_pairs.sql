ALTER TABLE "mount" ADD COLUMN "further" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
-- What sits in every pocket now, with what was not said of it.
INSERT INTO edition (thing, key, at, content) SELECT 'mount', own.machine || '/' || own.number, now(), to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM mount own;
