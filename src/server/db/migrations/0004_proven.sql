CREATE TABLE "gone" (
	"kind" text NOT NULL,
	"id" text NOT NULL,
	"revision" integer NOT NULL,
	CONSTRAINT "gone_kind_id_pk" PRIMARY KEY("kind","id")
);
--> statement-breakpoint
CREATE TABLE "kept" (
	"id" integer PRIMARY KEY NOT NULL,
	"seq" bigint NOT NULL
);
--> statement-breakpoint
ALTER TABLE "attachments" ADD COLUMN "unnamed_since" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "builds" ADD COLUMN "made_of" text;