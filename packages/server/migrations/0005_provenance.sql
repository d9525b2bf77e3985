ALTER TABLE "machine" ADD COLUMN "display_turns" boolean DEFAULT true NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "rotary" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "spindles" jsonb DEFAULT '["main"]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "turrets" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "provenance" jsonb;--> statement-breakpoint
UPDATE "register_value" SET "provenance" = jsonb_build_object(
  'origin', coalesce("origin", "entry"), 'rests', "rests", 'gauges', "gauges", 'byEye', "by_eye", 'fromHeight', "from_height", 'angles', '{}'::jsonb
);--> statement-breakpoint
ALTER TABLE "register_value" ALTER COLUMN "provenance" SET NOT NULL;