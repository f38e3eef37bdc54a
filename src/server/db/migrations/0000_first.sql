CREATE TABLE "builds" (
	"id" text PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"revision" integer NOT NULL,
	"document" json NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "shelf" (
	"id" text PRIMARY KEY NOT NULL,
	"position" integer NOT NULL,
	"part" json NOT NULL
);
