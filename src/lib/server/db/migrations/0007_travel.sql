ALTER TABLE "ride" ADD COLUMN "moved_mm" integer;--> statement-breakpoint
ALTER TABLE "ride" ADD COLUMN "shifted" text;--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_moved" CHECK ("ride"."moved_mm" between -150 and 150);--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_shifted" CHECK ("ride"."shifted" in ('near', 'off'));