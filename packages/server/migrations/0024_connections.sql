CREATE TABLE "control_read" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text,
	"text" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "control_sent" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"text" text NOT NULL,
	"read_back" text,
	"outcome" text NOT NULL,
	"because" text,
	CONSTRAINT "control_sent_outcome" CHECK ("control_sent"."outcome" in ('equal', 'differs', 'refused', 'unknown'))
);
--> statement-breakpoint
CREATE TABLE "machine_connection" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text,
	"agent" text,
	"device" text,
	"line" text,
	"reads_table" boolean NOT NULL,
	"sends" boolean NOT NULL
);
--> statement-breakpoint
CREATE TABLE "taken" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"what" text NOT NULL,
	"positions" jsonb NOT NULL,
	"gauge" jsonb,
	"slot" text,
	"tool" text,
	CONSTRAINT "taken_what" CHECK ("taken"."what" in ('position', 'gauge'))
);
--> statement-breakpoint
ALTER TABLE "control_read" ADD CONSTRAINT "control_read_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "control_read" ADD CONSTRAINT "control_read_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "control_sent" ADD CONSTRAINT "control_sent_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "control_sent" ADD CONSTRAINT "control_sent_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine_connection" ADD CONSTRAINT "machine_connection_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine_connection" ADD CONSTRAINT "machine_connection_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "taken" ADD CONSTRAINT "taken_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "taken" ADD CONSTRAINT "taken_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "control_read_machine" ON "control_read" USING btree ("machine","at");--> statement-breakpoint
CREATE INDEX "control_sent_machine" ON "control_sent" USING btree ("machine","at");--> statement-breakpoint
CREATE INDEX "machine_connection_machine" ON "machine_connection" USING btree ("machine","at");
--> statement-breakpoint
CREATE TRIGGER machine_connection_append_only BEFORE UPDATE OR DELETE ON machine_connection FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER machine_connection_no_truncate BEFORE TRUNCATE ON machine_connection FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER taken_append_only BEFORE UPDATE OR DELETE ON taken FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER taken_no_truncate BEFORE TRUNCATE ON taken FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_read_append_only BEFORE UPDATE OR DELETE ON control_read FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_read_no_truncate BEFORE TRUNCATE ON control_read FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_sent_append_only BEFORE UPDATE OR DELETE ON control_sent FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_sent_no_truncate BEFORE TRUNCATE ON control_sent FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
