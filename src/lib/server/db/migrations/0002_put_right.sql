ALTER TABLE "tracing" DROP CONSTRAINT "tracing_source";--> statement-breakpoint
DROP INDEX "pairing_in_use";--> statement-breakpoint
ALTER TABLE "fit_mark" ADD COLUMN "undone_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "horse" ADD COLUMN "archived_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "room" text DEFAULT 'three-two' NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "rider_room" integer DEFAULT 2 NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "length_from" text DEFAULT 'fingers' NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "level_by" text DEFAULT 'pommel' NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "verdict" text;--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "next_on" date;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "original_sha256" text;--> statement-breakpoint
ALTER TABLE "saddle" ADD COLUMN "retired_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "look_on" date;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "rules_version" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "in_use" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_verdict" CHECK (verdict is null or verdict in ('steady', 'watch', 'refit', 'stop'));--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_room" CHECK (room in ('three-two', 'all-round'));--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_rider_room" CHECK (rider_room in (2, 3));--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_length_from" CHECK (length_from in ('fingers', 'tape'));--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_level_by" CHECK (level_by in ('pommel', 'two-fingers'));--> statement-breakpoint
ALTER TABLE "tracing" ADD CONSTRAINT "tracing_source" CHECK (source in ('points', 'widths', 'svg', 'dxf', 'keypad', 'picture', 'photo', 'scan', 'ruler'));