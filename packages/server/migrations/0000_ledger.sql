CREATE TABLE "assembly" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"estimate" bigint
);
--> statement-breakpoint
CREATE TABLE "draft" (
	"key" text PRIMARY KEY NOT NULL,
	"routine" text NOT NULL,
	"inputs" jsonb NOT NULL,
	"agreed" jsonb NOT NULL,
	"answers" jsonb NOT NULL,
	"saved_at" timestamp(3) with time zone NOT NULL,
	"by" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"seq" bigint NOT NULL,
	"kind" text NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"person" text NOT NULL,
	"setup" text,
	"step" text,
	"refers" uuid,
	"content" jsonb NOT NULL,
	"hash" char(64) NOT NULL,
	"previous_hash" char(64) NOT NULL,
	CONSTRAINT "entry_chain" UNIQUE("machine","seq")
);
--> statement-breakpoint
CREATE TABLE "entry_write" (
	"entry" uuid NOT NULL,
	"machine" text NOT NULL,
	"register" text NOT NULL,
	"seq" bigint NOT NULL,
	"operation" text,
	"before" bigint,
	"after" bigint,
	"state" text NOT NULL,
	"standard" double precision,
	"assembly" text,
	CONSTRAINT "entry_write_entry_register_pk" PRIMARY KEY("entry","register")
);
--> statement-breakpoint
CREATE TABLE "gauge" (
	"id" text PRIMARY KEY NOT NULL,
	"place" integer NOT NULL,
	"name" text NOT NULL,
	"family" text NOT NULL,
	"size" bigint NOT NULL,
	"radii" jsonb,
	"uncertainty" bigint NOT NULL,
	"calibrated" timestamp(3) with time zone,
	"due" timestamp(3) with time zone,
	"state" text NOT NULL,
	CONSTRAINT "gauge_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" text PRIMARY KEY NOT NULL,
	"number" text NOT NULL,
	"part" text NOT NULL,
	"quantity" integer NOT NULL
);
--> statement-breakpoint
CREATE TABLE "machine" (
	"id" text PRIMARY KEY NOT NULL,
	"place" integer NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"unit" text NOT NULL,
	"increment" bigint NOT NULL,
	"travels" jsonb NOT NULL,
	"slots" jsonb NOT NULL,
	"length_convention" text NOT NULL,
	"diameter_register" text NOT NULL,
	"x_reads" text NOT NULL,
	CONSTRAINT "machine_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "machine_head" (
	"machine" text PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL,
	"hash" char(64) NOT NULL,
	"homed_at" timestamp(3) with time zone,
	"powered_at" timestamp(3) with time zone
);
--> statement-breakpoint
CREATE TABLE "mount" (
	"machine" text NOT NULL,
	"number" text NOT NULL,
	"place" integer NOT NULL,
	"offset" text NOT NULL,
	"assembly" text NOT NULL,
	CONSTRAINT "mount_machine_number_pk" PRIMARY KEY("machine","number")
);
--> statement-breakpoint
CREATE TABLE "operation" (
	"id" text PRIMARY KEY NOT NULL,
	"part" text NOT NULL,
	"name" text NOT NULL,
	"slots" jsonb NOT NULL,
	"stock" jsonb,
	"fixture" text NOT NULL,
	"fixture_repeat" bigint,
	"program" text NOT NULL,
	"steps" jsonb NOT NULL
);
--> statement-breakpoint
CREATE TABLE "part" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"pin_hash" text NOT NULL,
	"failures" integer DEFAULT 0 NOT NULL,
	"locked_until" timestamp(3) with time zone,
	CONSTRAINT "person_name_unique" UNIQUE("name")
);
--> statement-breakpoint
CREATE TABLE "register_value" (
	"machine" text NOT NULL,
	"register" text NOT NULL,
	"value" bigint,
	"state" text NOT NULL,
	"entry" uuid NOT NULL,
	"at" timestamp(3) with time zone NOT NULL,
	"by" text NOT NULL,
	"standard" double precision,
	"operation" text,
	"setup" text,
	"seen" boolean NOT NULL,
	"assembly" text,
	CONSTRAINT "register_value_machine_register_pk" PRIMARY KEY("machine","register")
);
--> statement-breakpoint
CREATE TABLE "session" (
	"sid" varchar PRIMARY KEY NOT NULL,
	"sess" json NOT NULL,
	"expire" timestamp (6) NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setting" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
CREATE TABLE "setup" (
	"id" text PRIMARY KEY NOT NULL,
	"machine" text NOT NULL,
	"operation" text NOT NULL,
	"job" text NOT NULL,
	"started_at" timestamp(3) with time zone NOT NULL,
	"ended_at" timestamp(3) with time zone
);
--> statement-breakpoint
CREATE TABLE "shift" (
	"name" text PRIMARY KEY NOT NULL,
	"starts" text NOT NULL,
	"ends" text NOT NULL
);
--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_person_person_id_fk" FOREIGN KEY ("person") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry" ADD CONSTRAINT "entry_setup_setup_id_fk" FOREIGN KEY ("setup") REFERENCES "public"."setup"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "entry_write" ADD CONSTRAINT "entry_write_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_part_part_id_fk" FOREIGN KEY ("part") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "machine_head" ADD CONSTRAINT "machine_head_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mount" ADD CONSTRAINT "mount_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "mount" ADD CONSTRAINT "mount_assembly_assembly_id_fk" FOREIGN KEY ("assembly") REFERENCES "public"."assembly"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "operation" ADD CONSTRAINT "operation_part_part_id_fk" FOREIGN KEY ("part") REFERENCES "public"."part"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "register_value" ADD CONSTRAINT "register_value_entry_entry_id_fk" FOREIGN KEY ("entry") REFERENCES "public"."entry"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setup" ADD CONSTRAINT "setup_machine_machine_id_fk" FOREIGN KEY ("machine") REFERENCES "public"."machine"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setup" ADD CONSTRAINT "setup_operation_operation_id_fk" FOREIGN KEY ("operation") REFERENCES "public"."operation"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "setup" ADD CONSTRAINT "setup_job_job_id_fk" FOREIGN KEY ("job") REFERENCES "public"."job"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "entry_at" ON "entry" USING btree ("at","id");--> statement-breakpoint
CREATE INDEX "entry_setup" ON "entry" USING btree ("setup");--> statement-breakpoint
CREATE INDEX "entry_refers" ON "entry" USING btree ("refers");--> statement-breakpoint
CREATE INDEX "entry_person" ON "entry" USING btree ("person","at");--> statement-breakpoint
CREATE INDEX "entry_write_register" ON "entry_write" USING btree ("machine","register","seq");--> statement-breakpoint
CREATE INDEX "entry_write_operation" ON "entry_write" USING btree ("machine","operation","register","seq");--> statement-breakpoint
CREATE INDEX "session_expire" ON "session" USING btree ("expire");--> statement-breakpoint
CREATE INDEX "setup_machine" ON "setup" USING btree ("machine","ended_at");