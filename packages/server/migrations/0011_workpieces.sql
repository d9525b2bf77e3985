CREATE TABLE "workpiece" (
	"id" text PRIMARY KEY NOT NULL,
	"holding" jsonb,
	"outline" jsonb,
	"changed_at" timestamp(3) with time zone DEFAULT now() NOT NULL,
	"changed_by" text
);
--> statement-breakpoint
ALTER TABLE "edition" DROP CONSTRAINT "edition_thing";--> statement-breakpoint
ALTER TABLE "workpiece" ADD CONSTRAINT "workpiece_id_operation_id_fk" FOREIGN KEY ("id") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "edition" ADD CONSTRAINT "edition_thing" CHECK ("edition"."thing" in ('machine', 'mount', 'operation', 'assembly', 'gauge', 'workpiece'));--> statement-breakpoint
CREATE TRIGGER workpiece_edition AFTER INSERT OR UPDATE OR DELETE ON workpiece
  FOR EACH ROW EXECUTE FUNCTION keep_edition('id');
