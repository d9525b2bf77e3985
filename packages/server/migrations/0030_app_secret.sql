CREATE TABLE "app_secret" (
	"key" text PRIMARY KEY NOT NULL,
	"value" text NOT NULL
);
--> statement-breakpoint
INSERT INTO app_secret SELECT key, value FROM setting WHERE key = 'session-secret';
--> statement-breakpoint
DELETE FROM setting WHERE key = 'session-secret';
