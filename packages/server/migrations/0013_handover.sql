CREATE TABLE "handover" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"shift" text NOT NULL,
	"starts_at" timestamp(3) with time zone NOT NULL,
	"ends_at" timestamp(3) with time zone NOT NULL,
	"lines" jsonb NOT NULL,
	"words" text NOT NULL,
	"person" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL,
	CONSTRAINT "handover_shift" UNIQUE("machine","starts_at")
);
--> statement-breakpoint
CREATE TABLE "handover_read" (
	"handover" uuid PRIMARY KEY NOT NULL,
	"person" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "handover" ADD CONSTRAINT "handover_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handover" ADD CONSTRAINT "handover_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handover_read" ADD CONSTRAINT "handover_read_handover_handover_id_fk" FOREIGN KEY ("handover") REFERENCES "public"."handover"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "handover_read" ADD CONSTRAINT "handover_read_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE TRIGGER handover_append_only BEFORE UPDATE OR DELETE ON handover FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER handover_no_truncate BEFORE TRUNCATE ON handover FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER handover_read_append_only BEFORE UPDATE OR DELETE ON handover_read FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER handover_read_no_truncate BEFORE TRUNCATE ON handover_read FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER handover_link BEFORE INSERT ON handover FOR EACH ROW EXECUTE FUNCTION link_row('machine');
--> statement-breakpoint
CREATE TRIGGER handover_read_link BEFORE INSERT ON handover_read FOR EACH ROW EXECUTE FUNCTION link_row('handover');
