CREATE TABLE "control_begun" (
	"id" uuid PRIMARY KEY NOT NULL,
	"at" timestamp(3) with time zone NOT NULL
);
--> statement-breakpoint
ALTER TABLE "control_ask" ADD COLUMN "until" timestamp(3) with time zone;--> statement-breakpoint
ALTER TABLE "control_begun" ADD CONSTRAINT "control_begun_id_control_ask_id_fk" FOREIGN KEY ("id") REFERENCES "public"."control_ask"("id") ON DELETE no action ON UPDATE no action;
--> statement-breakpoint
CREATE TRIGGER control_begun_append_only BEFORE UPDATE OR DELETE ON control_begun FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER control_begun_no_truncate BEFORE TRUNCATE ON control_begun FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
