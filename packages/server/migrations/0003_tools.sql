CREATE TABLE "assembly_event" (
	"id" uuid PRIMARY KEY NOT NULL,
	"assembly" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"kind" text NOT NULL,
	"note" text,
	"amount" double precision,
	"machine" text,
	"number" text,
	"entry" uuid
);
--> statement-breakpoint
CREATE TABLE "load_baseline" (
	"id" uuid PRIMARY KEY NOT NULL,
	"assembly" text NOT NULL,
	"section" text NOT NULL,
	"program" text NOT NULL,
	"value" double precision NOT NULL,
	"unit" text NOT NULL,
	"warning" double precision NOT NULL,
	"alarm" double precision NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"note" text
);
--> statement-breakpoint
CREATE TABLE "load_seen" (
	"id" uuid PRIMARY KEY NOT NULL,
	"baseline" uuid NOT NULL,
	"place" integer NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"part" text NOT NULL,
	"value" double precision NOT NULL
);
--> statement-breakpoint
CREATE TABLE "preset_sender" (
	"name" text PRIMARY KEY NOT NULL,
	"mapping" jsonb NOT NULL,
	"unit" text NOT NULL,
	"used_at" timestamp(3) with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "kind" text DEFAULT 'other' NOT NULL;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "holder" text;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "turning" text DEFAULT 'right' NOT NULL;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "flutes" integer;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "properties" jsonb DEFAULT '{}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "edges" jsonb DEFAULT '{"rule":"longest","spread":null}'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "life" jsonb;--> statement-breakpoint
ALTER TABLE "assembly" ADD COLUMN "life_used" double precision DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "offsets" integer DEFAULT 200 NOT NULL;--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "template" jsonb;--> statement-breakpoint
ALTER TABLE "mount" ADD COLUMN "diameter_offset" text;--> statement-breakpoint
-- Until somebody says otherwise a tool's D is the same number as its H.
UPDATE "mount" SET "diameter_offset" = "offset";--> statement-breakpoint
ALTER TABLE "mount" ALTER COLUMN "diameter_offset" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "operation" ADD COLUMN "tools" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
ALTER TABLE "assembly_event" ADD CONSTRAINT "assembly_event_assembly_assembly_id_fk" FOREIGN KEY ("assembly") REFERENCES "public"."assembly"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "assembly_event" ADD CONSTRAINT "assembly_event_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_baseline" ADD CONSTRAINT "load_baseline_assembly_assembly_id_fk" FOREIGN KEY ("assembly") REFERENCES "public"."assembly"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_baseline" ADD CONSTRAINT "load_baseline_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_seen" ADD CONSTRAINT "load_seen_baseline_load_baseline_id_fk" FOREIGN KEY ("baseline") REFERENCES "public"."load_baseline"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "load_seen" ADD CONSTRAINT "load_seen_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "assembly_event_assembly" ON "assembly_event" USING btree ("assembly","at");--> statement-breakpoint
CREATE INDEX "load_baseline_assembly" ON "load_baseline" USING btree ("assembly","section","at");--> statement-breakpoint
CREATE INDEX "load_seen_baseline" ON "load_seen" USING btree ("baseline","at","place");--> statement-breakpoint
ALTER TABLE "mount" ADD CONSTRAINT "mount_assembly" UNIQUE("assembly");
--> statement-breakpoint
-- What happened to a tool and what it loaded is evidence like an entry: added, never changed.
CREATE TRIGGER assembly_event_append_only BEFORE UPDATE OR DELETE ON assembly_event
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER assembly_event_no_truncate BEFORE TRUNCATE ON assembly_event
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER load_baseline_append_only BEFORE UPDATE OR DELETE ON load_baseline
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER load_baseline_no_truncate BEFORE TRUNCATE ON load_baseline
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER load_seen_append_only BEFORE UPDATE OR DELETE ON load_seen
  FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER load_seen_no_truncate BEFORE TRUNCATE ON load_seen
  FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
DO $$
BEGIN
  IF EXISTS (SELECT FROM pg_roles WHERE rolname = 'rook_app') AND pg_has_role(current_user, 'rook_app', 'MEMBER') THEN
    GRANT SELECT, INSERT ON assembly_event, load_baseline, load_seen TO rook_app;
    REVOKE UPDATE, DELETE, TRUNCATE ON assembly_event, load_baseline, load_seen FROM rook_app;
  END IF;
END $$;
