ALTER TABLE "person" DROP CONSTRAINT "person_name_unique";--> statement-breakpoint
CREATE UNIQUE INDEX "person_name" ON "person" USING btree ("name") WHERE "person"."left_at" is null;