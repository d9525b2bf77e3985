CREATE TABLE "tool_family" (
	"entry" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"name" text NOT NULL,
	"called" text NOT NULL,
	"members" jsonb NOT NULL,
	"in_use" text,
	"at" timestamp(3) with time zone NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry" DROP CONSTRAINT "entry_kind";--> statement-breakpoint
ALTER TABLE "entry_write" DROP CONSTRAINT "entry_write_kind";--> statement-breakpoint
ALTER TABLE "tool_family" ADD CONSTRAINT "tool_family_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tool_family" ADD CONSTRAINT "tool_family_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "tool_family_machine" ON "tool_family" USING btree ("machine","name","link");--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_kind" CHECK ("entry"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'stand-in', 'begun', 'carried', 'proven', 'counted', 'ended'));--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_kind" CHECK ("entry_write"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'stand-in', 'begun', 'carried', 'proven', 'counted', 'ended'));--> statement-breakpoint
CREATE TRIGGER tool_family_append_only BEFORE UPDATE OR DELETE ON tool_family FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER tool_family_no_truncate BEFORE TRUNCATE ON tool_family FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER tool_family_link BEFORE INSERT ON tool_family FOR EACH ROW EXECUTE FUNCTION link_row('machine');
