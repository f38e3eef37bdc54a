ALTER TABLE "builds" ADD COLUMN "history" json;--> statement-breakpoint
ALTER TABLE "builds" ADD COLUMN "demo" boolean DEFAULT false NOT NULL;--> statement-breakpoint
ALTER TABLE "builds" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "builds" ADD COLUMN "removed_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "shelf" ADD COLUMN "demo" boolean DEFAULT false NOT NULL;