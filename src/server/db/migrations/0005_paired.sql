CREATE TABLE "paired" (
	"id" text PRIMARY KEY NOT NULL,
	"hash" text NOT NULL,
	"name" text NOT NULL,
	"role" text NOT NULL,
	"secure" boolean NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone NOT NULL,
	CONSTRAINT "paired_hash_unique" UNIQUE("hash")
);
