CREATE TABLE "settings" (
	"id" text PRIMARY KEY NOT NULL,
	"document" json NOT NULL
);
