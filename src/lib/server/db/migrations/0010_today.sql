CREATE TABLE "calendar_feed" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"token_hash" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"read_at" timestamp with time zone,
	CONSTRAINT "calendar_feed_token_hash_unique" UNIQUE("token_hash")
);
--> statement-breakpoint
ALTER TABLE "saddle" DROP CONSTRAINT "saddle_kind";--> statement-breakpoint
ALTER TABLE "photo" DROP CONSTRAINT "photo_kind";--> statement-breakpoint
ALTER TABLE "tracing" DROP CONSTRAINT "tracing_station";--> statement-breakpoint
ALTER TABLE "saddle" ADD COLUMN "measures" jsonb;--> statement-breakpoint
ALTER TABLE "calendar_feed" ADD CONSTRAINT "calendar_feed_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saddle" ADD CONSTRAINT "saddle_kind" CHECK (kind in ('general', 'jumping', 'dressage', 'western', 'stock', 'tree', 'form'));--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_kind" CHECK (kind in ('sheet', 'sign', 'front45', 'side', 'rear45', 'above', 'saddle-front45', 'saddle-side', 'saddle-rear45', 'other'));--> statement-breakpoint
ALTER TABLE "tracing" ADD CONSTRAINT "tracing_station" CHECK ("tracing"."station" ~ '^(T([1-9]|1[0-8])|W|L100(near|off)|s=-?[0-9]{1,4}([.][0-9]+)?)$');--> statement-breakpoint
ALTER TABLE calendar_feed ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON calendar_feed USING (zt_system() or person_id = (select zt_person()));
