ALTER TABLE "gauge" ADD COLUMN "least" bigint;--> statement-breakpoint
ALTER TABLE "gauge" ADD COLUMN "most" bigint;--> statement-breakpoint
-- Every gauge as it is now: from what to what it measures nobody has said.
INSERT INTO edition (thing, key, at, content) SELECT 'gauge', id, now(), edition_content(to_jsonb(own)) FROM gauge own;
