ALTER TABLE "register_value" DROP COLUMN "origin";--> statement-breakpoint
ALTER TABLE "register_value" DROP COLUMN "rests";--> statement-breakpoint
ALTER TABLE "register_value" DROP COLUMN "gauges";--> statement-breakpoint
ALTER TABLE "register_value" DROP COLUMN "by_eye";--> statement-breakpoint
ALTER TABLE "register_value" DROP COLUMN "from_height";