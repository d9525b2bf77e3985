ALTER TABLE "gauge" DROP CONSTRAINT "gauge_name_unique";--> statement-breakpoint
CREATE UNIQUE INDEX "gauge_name_in_use" ON "gauge" USING btree ("name") WHERE "gauge"."state" <> 'withdrawn';