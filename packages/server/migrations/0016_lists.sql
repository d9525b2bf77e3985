CREATE INDEX "job_part" ON "job" USING btree ("part","closed");--> statement-breakpoint
CREATE INDEX "operation_part" ON "operation" USING btree ("part");--> statement-breakpoint
CREATE INDEX "part_name" ON "part" USING btree ("name","number");