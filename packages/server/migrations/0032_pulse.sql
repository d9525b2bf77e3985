CREATE TABLE "pulse" (
	"id" integer PRIMARY KEY NOT NULL,
	"at" timestamp(3) with time zone NOT NULL
);
