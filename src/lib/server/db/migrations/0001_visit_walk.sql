CREATE TABLE "person_hand" (
	"person_id" uuid PRIMARY KEY NOT NULL,
	"two_mm" double precision NOT NULL,
	"three_mm" double precision NOT NULL,
	"four_mm" double precision NOT NULL,
	"breadth_mm" double precision NOT NULL,
	"measured_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_hand_rises" CHECK ("person_hand"."two_mm" < "person_hand"."three_mm" and "person_hand"."three_mm" < "person_hand"."four_mm"),
	CONSTRAINT "person_hand_breadth" CHECK ("person_hand"."breadth_mm" between 50 and 130)
);
--> statement-breakpoint
CREATE TABLE "ride" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"ridden_on" date NOT NULL,
	"saddle_id" uuid,
	"pad" text NOT NULL,
	"seen" text[] NOT NULL,
	"at_time" text NOT NULL,
	"changes" text[] NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"made_by" uuid,
	"undone_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "ride_note" CHECK (length("ride"."note") <= 1000)
);
--> statement-breakpoint
CREATE TABLE "visit_entry" (
	"id" uuid PRIMARY KEY NOT NULL,
	"visit_id" uuid NOT NULL,
	"field" text NOT NULL,
	"value" jsonb NOT NULL,
	"replaces" uuid[] NOT NULL,
	"device" uuid NOT NULL,
	"made_at" timestamp with time zone NOT NULL,
	"made_by" uuid,
	"received_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "visit_entry_field" CHECK (length("visit_entry"."field") between 1 and 160),
	CONSTRAINT "visit_entry_value" CHECK (octet_length("visit_entry"."value"::text) <= 8192),
	CONSTRAINT "visit_entry_replaces" CHECK (cardinality("visit_entry"."replaces") <= 64)
);
--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "hand_school" text DEFAULT 'rest' NOT NULL;--> statement-breakpoint
ALTER TABLE "saddle" ADD COLUMN "bearing_mm" integer;--> statement-breakpoint
ALTER TABLE "person_hand" ADD CONSTRAINT "person_hand_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_saddle_id_saddle_id_fk" FOREIGN KEY ("saddle_id") REFERENCES "public"."saddle"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_entry" ADD CONSTRAINT "visit_entry_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit_entry" ADD CONSTRAINT "visit_entry_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "ride_by_horse" ON "ride" USING btree ("horse_id","ridden_on");--> statement-breakpoint
CREATE INDEX "visit_entry_by_visit" ON "visit_entry" USING btree ("visit_id");--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_hand_school" CHECK (hand_school in ('rest', 'swing'));--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_kind" CHECK (kind in ('sheet', 'sign', 'front45', 'side', 'rear45', 'above', 'other'));--> statement-breakpoint
ALTER TABLE "saddle" ADD CONSTRAINT "saddle_bearing" CHECK ("saddle"."bearing_mm" is null or "saddle"."bearing_mm" between 200 and 900);