CREATE TABLE "gauge_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"gauge" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"kind" text NOT NULL,
	"note" text,
	"size" bigint,
	"uncertainty" bigint,
	"entry" uuid
);
--> statement-breakpoint
ALTER TABLE "gauge" ADD COLUMN "doubtful" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "gauge" ADD COLUMN "interval_days" integer;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "rotates" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "limits" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "tolerance" bigint;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "clearance" bigint;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "features" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "origin" uuid;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "rests" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "gauges" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "by_eye" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "register_value" ADD COLUMN "from_height" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "gauge_event" ADD CONSTRAINT "gauge_event_gauge_gauge_id_fk" FOREIGN KEY ("gauge") REFERENCES "public"."gauge"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "gauge_event" ADD CONSTRAINT "gauge_event_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "gauge_event_gauge" ON "gauge_event" USING btree ("gauge","at");--> statement-breakpoint
CREATE INDEX "entry_gauges" ON "entry" USING gin (("content" -> 'gauges') jsonb_path_ops);
--> statement-breakpoint
-- What happened to a gauge is evidence like an entry: added, never changed.
CREATE TRIGGER gauge_event_append_only BEFORE UPDATE OR DELETE ON gauge_event
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER gauge_event_no_truncate BEFORE TRUNCATE ON gauge_event
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
DO $$
BEGIN
  IF EXISTS (SELECT FROM pg_roles WHERE rolname = 'rook_app') AND pg_has_role(current_user, 'rook_app', 'MEMBER') THEN
    GRANT SELECT, INSERT ON gauge_event TO rook_app;
    REVOKE UPDATE, DELETE, TRUNCATE ON gauge_event FROM rook_app;
  END IF;
END $$;
