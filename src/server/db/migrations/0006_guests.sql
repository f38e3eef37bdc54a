CREATE TABLE "guests" (
	"id" text PRIMARY KEY NOT NULL,
	"hash" text NOT NULL,
	"build" text NOT NULL,
	"of" text NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"ends_at" timestamp with time zone NOT NULL,
	"seen_at" timestamp with time zone,
	CONSTRAINT "guests_hash_unique" UNIQUE("hash")
);
