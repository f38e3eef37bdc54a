CREATE TABLE "attachments" (
	"hash" text PRIMARY KEY NOT NULL,
	"type" text NOT NULL,
	"size" integer NOT NULL,
	"bytes" "bytea" NOT NULL,
	"added_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "builds" ADD COLUMN "made_by" text;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "revision" integer DEFAULT 1 NOT NULL;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "kind" text GENERATED ALWAYS AS ((part->>'kind')) STORED;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "name" text GENERATED ALWAYS AS ((part->>'name')) STORED;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "stock" json GENERATED ALWAYS AS ((part->'stock')) STORED;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "donor" text GENERATED ALWAYS AS ((part->>'donor')) STORED;--> statement-breakpoint
ALTER TABLE "builds" ADD CONSTRAINT "builds_made_by_unique" UNIQUE("made_by");