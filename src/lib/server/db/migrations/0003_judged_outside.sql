ALTER TABLE "horse" ADD COLUMN "shape_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "horse" ADD COLUMN "judged_revision" integer DEFAULT 0 NOT NULL;--> statement-breakpoint
ALTER TABLE "visit" ADD COLUMN "checked" boolean DEFAULT false NOT NULL;