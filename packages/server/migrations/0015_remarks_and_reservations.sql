CREATE TABLE "reservation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"slot" text NOT NULL,
	"job" text,
	"words" text NOT NULL,
	"until" timestamp(3) with time zone,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "reservation_ended" (
	"reservation" uuid PRIMARY KEY NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "kept_file" (
	"checksum" char(64) PRIMARY KEY NOT NULL,
	"kind" text NOT NULL,
	"bytes" integer NOT NULL,
	"content" "bytea" NOT NULL
);
--> statement-breakpoint
CREATE TABLE "remark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"thing" text NOT NULL,
	"words" text NOT NULL,
	"file" char(64),
	"name" text,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
CREATE TABLE "remark_withdrawn" (
	"remark" uuid PRIMARY KEY NOT NULL,
	"reason" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"link" bigint DEFAULT 0 NOT NULL,
	"hash" char(64) DEFAULT '' NOT NULL
);
--> statement-breakpoint
ALTER TABLE "machine" ADD COLUMN "start_up" jsonb DEFAULT '[]'::jsonb NOT NULL;--> statement-breakpoint
-- What every machine is said to be now, with the list that it did not have.
INSERT INTO edition (thing, key, at, content) SELECT 'machine', id, now(), to_jsonb(own) - '{changed_at,changed_by}'::text[] FROM machine own;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_job_job_id_fk" FOREIGN KEY ("job") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation" ADD CONSTRAINT "reservation_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation_ended" ADD CONSTRAINT "reservation_ended_reservation_reservation_id_fk" FOREIGN KEY ("reservation") REFERENCES "public"."reservation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "reservation_ended" ADD CONSTRAINT "reservation_ended_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark" ADD CONSTRAINT "remark_file_kept_file_checksum_fk" FOREIGN KEY ("file") REFERENCES "public"."kept_file"("checksum") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark" ADD CONSTRAINT "remark_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark_withdrawn" ADD CONSTRAINT "remark_withdrawn_remark_remark_id_fk" FOREIGN KEY ("remark") REFERENCES "public"."remark"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "remark_withdrawn" ADD CONSTRAINT "remark_withdrawn_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "reservation_machine" ON "reservation" USING btree ("machine","at");--> statement-breakpoint
CREATE INDEX "remark_thing" ON "remark" USING btree ("thing","at");--> statement-breakpoint
CREATE TRIGGER kept_file_append_only BEFORE UPDATE OR DELETE ON kept_file FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER kept_file_no_truncate BEFORE TRUNCATE ON kept_file FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER remark_append_only BEFORE UPDATE OR DELETE ON remark FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER remark_no_truncate BEFORE TRUNCATE ON remark FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER remark_link BEFORE INSERT ON remark FOR EACH ROW EXECUTE FUNCTION link_row('thing');
--> statement-breakpoint
CREATE TRIGGER remark_withdrawn_append_only BEFORE UPDATE OR DELETE ON remark_withdrawn FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER remark_withdrawn_no_truncate BEFORE TRUNCATE ON remark_withdrawn FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER remark_withdrawn_link BEFORE INSERT ON remark_withdrawn FOR EACH ROW EXECUTE FUNCTION link_row('remark');
--> statement-breakpoint
CREATE TRIGGER reservation_append_only BEFORE UPDATE OR DELETE ON reservation FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER reservation_no_truncate BEFORE TRUNCATE ON reservation FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER reservation_link BEFORE INSERT ON reservation FOR EACH ROW EXECUTE FUNCTION link_row('machine');
--> statement-breakpoint
CREATE TRIGGER reservation_ended_append_only BEFORE UPDATE OR DELETE ON reservation_ended FOR EACH ROW EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER reservation_ended_no_truncate BEFORE TRUNCATE ON reservation_ended FOR EACH STATEMENT EXECUTE FUNCTION refuse_change();
--> statement-breakpoint
CREATE TRIGGER reservation_ended_link BEFORE INSERT ON reservation_ended FOR EACH ROW EXECUTE FUNCTION link_row('reservation');
