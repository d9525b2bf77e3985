ALTER TABLE "machine" ADD COLUMN "turning" jsonb DEFAULT '{"wear":"added","masters":{},"changeAt":null,"chucks":{},"tailstock":null}'::jsonb NOT NULL;--> statement-breakpoint
CREATE INDEX "job_in_order" ON "job" USING btree ("closed","due","number" DESC NULLS FIRST);--> statement-breakpoint
-- What every machine is said to be now, with what its record did not say.
INSERT INTO edition (thing, key, at, content) SELECT 'machine', id, now(), to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM machine own;
