CREATE TABLE "account" (
	"id" uuid PRIMARY KEY NOT NULL,
	"account_id" text NOT NULL,
	"provider_id" text NOT NULL,
	"person_id" uuid NOT NULL,
	"access_token" text,
	"refresh_token" text,
	"id_token" text,
	"access_token_expires_at" timestamp with time zone,
	"refresh_token_expires_at" timestamp with time zone,
	"scope" text,
	"password" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "earlier_version" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "earlier_version_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"kind" text NOT NULL,
	"row_id" uuid NOT NULL,
	"yard_id" uuid NOT NULL,
	"version" integer NOT NULL,
	"body" jsonb NOT NULL,
	"replaced_by" uuid,
	"replaced_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "earlier_version_once" UNIQUE("kind","row_id","version")
);
--> statement-breakpoint
CREATE TABLE "fit_mark" (
	"id" uuid PRIMARY KEY NOT NULL,
	"pairing_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"fitted_by" text DEFAULT '' NOT NULL,
	"made_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "fit_mark_once" UNIQUE("pairing_id","visit_id")
);
--> statement-breakpoint
CREATE TABLE "horse" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"name" text NOT NULL,
	"about" text DEFAULT '' NOT NULL,
	"born_year" integer,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "horse_in_yard" UNIQUE("id","yard_id"),
	CONSTRAINT "horse_name" CHECK (length("horse"."name") between 1 and 80),
	CONSTRAINT "horse_born" CHECK ("horse"."born_year" is null or "horse"."born_year" between 1950 and 2200)
);
--> statement-breakpoint
CREATE TABLE "membership" (
	"yard_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text NOT NULL,
	CONSTRAINT "membership_person_id_yard_id_pk" PRIMARY KEY("person_id","yard_id"),
	CONSTRAINT "membership_role" CHECK (role in ('owner', 'bodyworker', 'fitter', 'viewer'))
);
--> statement-breakpoint
CREATE TABLE "pairing" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"saddle_id" uuid NOT NULL,
	"school" text DEFAULT 'close' NOT NULL,
	"in_use" boolean DEFAULT true NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "pairing_once" UNIQUE("horse_id","saddle_id"),
	CONSTRAINT "pairing_of_horse" UNIQUE("id","horse_id"),
	CONSTRAINT "pairing_school" CHECK (school in ('close', 'roomy'))
);
--> statement-breakpoint
CREATE TABLE "person" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"email" text NOT NULL,
	"email_verified" boolean DEFAULT false NOT NULL,
	"image" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "person_email_unique" UNIQUE("email")
);
--> statement-breakpoint
CREATE TABLE "photo" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"visit_id" uuid,
	"kind" text NOT NULL,
	"media_type" text NOT NULL,
	"bytes" "bytea" NOT NULL,
	"sha256" text NOT NULL,
	"made_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "photo_media" CHECK (media_type in ('image/jpeg', 'image/png', 'image/webp')),
	CONSTRAINT "photo_size" CHECK (octet_length("photo"."bytes") between 1 and 16777216),
	CONSTRAINT "photo_sha" CHECK (length("photo"."sha256") = 64)
);
--> statement-breakpoint
CREATE TABLE "saddle" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"name" text NOT NULL,
	"kind" text NOT NULL,
	"about" text DEFAULT '' NOT NULL,
	"version" integer DEFAULT 1 NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "saddle_in_yard" UNIQUE("id","yard_id"),
	CONSTRAINT "saddle_name" CHECK (length("saddle"."name") between 1 and 80),
	CONSTRAINT "saddle_kind" CHECK (kind in ('general', 'jumping', 'dressage', 'western', 'stock'))
);
--> statement-breakpoint
CREATE TABLE "session" (
	"id" uuid PRIMARY KEY NOT NULL,
	"token" text NOT NULL,
	"person_id" uuid NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"ip_address" text,
	"user_agent" text,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "session_token_unique" UNIQUE("token")
);
--> statement-breakpoint
CREATE TABLE "standing" (
	"horse_id" uuid PRIMARY KEY NOT NULL,
	"pairing_id" uuid,
	"verdict" text,
	"urgency" integer NOT NULL,
	"missing" text,
	"last_on" date,
	"next_on" date,
	"next_step" text,
	"spark" jsonb NOT NULL,
	CONSTRAINT "standing_verdict" CHECK (verdict is null or verdict in ('steady', 'watch', 'refit', 'stop'))
);
--> statement-breakpoint
CREATE TABLE "stored_call" (
	"pairing_id" uuid NOT NULL,
	"visit_id" uuid NOT NULL,
	"engine_version" text NOT NULL,
	"verdict" text NOT NULL,
	"body" jsonb NOT NULL,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "stored_call_pairing_id_visit_id_engine_version_pk" PRIMARY KEY("pairing_id","visit_id","engine_version"),
	CONSTRAINT "stored_call_verdict" CHECK (verdict in ('steady', 'watch', 'refit', 'stop'))
);
--> statement-breakpoint
CREATE TABLE "tracing" (
	"id" uuid PRIMARY KEY NOT NULL,
	"visit_id" uuid NOT NULL,
	"station" text NOT NULL,
	"repeat" integer NOT NULL,
	"x_mm" double precision[] NOT NULL,
	"y_mm" double precision[] NOT NULL,
	"source" text NOT NULL,
	"operator" text DEFAULT '' NOT NULL,
	"quality" double precision,
	CONSTRAINT "tracing_once" UNIQUE("visit_id","station","repeat"),
	CONSTRAINT "tracing_station" CHECK ("tracing"."station" ~ '^(T([1-9]|1[0-8])|W|s=-?[0-9]{1,4}([.][0-9]+)?)$'),
	CONSTRAINT "tracing_repeat" CHECK ("tracing"."repeat" between 1 and 20),
	CONSTRAINT "tracing_points" CHECK (cardinality("tracing"."x_mm") = cardinality("tracing"."y_mm") and cardinality("tracing"."x_mm") between 5 and 20000),
	CONSTRAINT "tracing_source" CHECK (source in ('points', 'widths', 'svg', 'keypad', 'picture', 'photo', 'scan', 'ruler')),
	CONSTRAINT "tracing_quality" CHECK ("tracing"."quality" is null or "tracing"."quality" between 0 and 1)
);
--> statement-breakpoint
CREATE TABLE "verification" (
	"id" uuid PRIMARY KEY NOT NULL,
	"identifier" text NOT NULL,
	"value" text NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"updated_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "visit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"visited_on" date NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"made_by" uuid,
	"version" integer DEFAULT 1 NOT NULL,
	"content_hash" text NOT NULL,
	"undone_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "visit_of_horse" UNIQUE("id","horse_id"),
	CONSTRAINT "visit_note" CHECK (length("visit"."note") <= 4000)
);
--> statement-breakpoint
CREATE TABLE "yard" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text NOT NULL,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
ALTER TABLE "account" ADD CONSTRAINT "account_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_version" ADD CONSTRAINT "earlier_version_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "earlier_version" ADD CONSTRAINT "earlier_version_replaced_by_person_id_fk" FOREIGN KEY ("replaced_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fit_mark" ADD CONSTRAINT "fit_mark_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fit_mark" ADD CONSTRAINT "fit_mark_pairing_id_horse_id_pairing_id_horse_id_fk" FOREIGN KEY ("pairing_id","horse_id") REFERENCES "public"."pairing"("id","horse_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "fit_mark" ADD CONSTRAINT "fit_mark_visit_id_horse_id_visit_id_horse_id_fk" FOREIGN KEY ("visit_id","horse_id") REFERENCES "public"."visit"("id","horse_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "horse" ADD CONSTRAINT "horse_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_saddle_id_yard_id_saddle_id_yard_id_fk" FOREIGN KEY ("saddle_id","yard_id") REFERENCES "public"."saddle"("id","yard_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saddle" ADD CONSTRAINT "saddle_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "session" ADD CONSTRAINT "session_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_horse_id_horse_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horse"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_pairing_id_pairing_id_fk" FOREIGN KEY ("pairing_id") REFERENCES "public"."pairing"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stored_call" ADD CONSTRAINT "stored_call_pairing_id_pairing_id_fk" FOREIGN KEY ("pairing_id") REFERENCES "public"."pairing"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "stored_call" ADD CONSTRAINT "stored_call_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "tracing" ADD CONSTRAINT "tracing_visit_id_visit_id_fk" FOREIGN KEY ("visit_id") REFERENCES "public"."visit"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "horse_by_yard" ON "horse" USING btree ("yard_id","name");--> statement-breakpoint
CREATE UNIQUE INDEX "pairing_in_use" ON "pairing" USING btree ("horse_id") WHERE in_use;--> statement-breakpoint
CREATE INDEX "photo_by_visit" ON "photo" USING btree ("visit_id");--> statement-breakpoint
CREATE INDEX "saddle_by_yard" ON "saddle" USING btree ("yard_id","name");--> statement-breakpoint
CREATE INDEX "visit_by_horse" ON "visit" USING btree ("horse_id","visited_on");