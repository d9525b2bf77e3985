ALTER TABLE "person" DROP COLUMN "failures";--> statement-breakpoint
ALTER TABLE "person" DROP COLUMN "locked_until";