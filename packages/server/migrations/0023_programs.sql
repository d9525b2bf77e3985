CREATE TABLE "program_issue" (
	"id" uuid PRIMARY KEY NOT NULL,
	"operation" text NOT NULL,
	"issue" integer NOT NULL,
	"name" text NOT NULL,
	"text" char(64) NOT NULL,
	"note" text,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL,
	CONSTRAINT "program_issue_number" UNIQUE("operation","issue")
);
--> statement-breakpoint
CREATE TABLE "program_text" (
	"hash" char(64) PRIMARY KEY NOT NULL,
	"bytes" integer NOT NULL,
	"lines" integer NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "program_use" (
	"entry" uuid PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"setup" text NOT NULL,
	"operation" text NOT NULL,
	"issue" uuid NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry" DROP CONSTRAINT "entry_kind";--> statement-breakpoint
ALTER TABLE "entry_write" DROP CONSTRAINT "entry_write_kind";--> statement-breakpoint
ALTER TABLE "program_issue" ADD CONSTRAINT "program_issue_operation_operation_id_fk" FOREIGN KEY ("operation") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "program_issue" ADD CONSTRAINT "program_issue_text_program_text_hash_fk" FOREIGN KEY ("text") REFERENCES "public"."program_text"("hash") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "program_issue" ADD CONSTRAINT "program_issue_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "program_use" ADD CONSTRAINT "program_use_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "program_use" ADD CONSTRAINT "program_use_operation_operation_id_fk" FOREIGN KEY ("operation") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "program_use" ADD CONSTRAINT "program_use_issue_program_issue_id_fk" FOREIGN KEY ("issue") REFERENCES "public"."program_issue"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "program_use_setup" ON "program_use" USING btree ("setup","kind","at");--> statement-breakpoint
CREATE INDEX "program_use_operation" ON "program_use" USING btree ("operation","kind","at");--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_kind" CHECK ("entry"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'measured', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'stand-in', 'begun', 'carried', 'go', 'proven', 'counted', 'ended'));--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_kind" CHECK ("entry_write"."kind" in ('pick-up', 'touch-off', 'calibration', 'wear', 'measured', 'statement', 'correction', 'homed', 'powered', 'confirmed', 'skipped', 'seen', 'disturbed', 'edited', 'preset', 'mounted', 'tool-changed', 'stand-in', 'begun', 'carried', 'go', 'proven', 'counted', 'ended'));
--> statement-breakpoint
ALTER TABLE program_use ADD CONSTRAINT program_use_entry_entry_id_fk FOREIGN KEY (entry) REFERENCES entry(id);
--> statement-breakpoint
ALTER TABLE program_use ADD CONSTRAINT program_use_kind CHECK (kind IN ('go', 'proven'));
--> statement-breakpoint
CREATE TRIGGER program_text_append_only BEFORE UPDATE OR DELETE ON program_text FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_text_no_truncate BEFORE TRUNCATE ON program_text FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_issue_append_only BEFORE UPDATE OR DELETE ON program_issue FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_issue_no_truncate BEFORE TRUNCATE ON program_issue FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_issue_link BEFORE INSERT ON program_issue FOR EACH ROW EXECUTE FUNCTION link_row('operation');
--> statement-breakpoint
CREATE TRIGGER program_use_append_only BEFORE UPDATE OR DELETE ON program_use FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_use_no_truncate BEFORE TRUNCATE ON program_use FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER program_use_link BEFORE INSERT ON program_use FOR EACH ROW EXECUTE FUNCTION link_row('setup');
