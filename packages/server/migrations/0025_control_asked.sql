CREATE TABLE "control_ask" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text,
	"what" text NOT NULL,
	"text" text
);
--> statement-breakpoint
ALTER TABLE "control_read" ALTER COLUMN "text" DROP NOT NULL;--> statement-breakpoint
ALTER TABLE "control_read" ADD COLUMN "because" text;--> statement-breakpoint
ALTER TABLE "control_ask" ADD CONSTRAINT "control_ask_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "control_ask" ADD CONSTRAINT "control_ask_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE TRIGGER control_ask_append_only BEFORE UPDATE OR DELETE ON control_ask FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_ask_no_truncate BEFORE TRUNCATE ON control_ask FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
ALTER TABLE control_ask ADD CONSTRAINT control_ask_what CHECK (what IN ('read', 'send'));
