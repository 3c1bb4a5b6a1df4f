ALTER TABLE "person" ADD COLUMN "leaving_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "yard" ADD COLUMN "leaving_at" timestamp with time zone;