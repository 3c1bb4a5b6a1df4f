CREATE TABLE "mailbox" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "mailbox_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"to" text NOT NULL,
	"subject" text NOT NULL,
	"text" text NOT NULL,
	"sent_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "rate_limit" (
	"id" uuid PRIMARY KEY NOT NULL,
	"key" text NOT NULL,
	"count" integer NOT NULL,
	"last_request" bigint NOT NULL,
	CONSTRAINT "rate_limit_key_unique" UNIQUE("key")
);
--> statement-breakpoint
CREATE TABLE "deed" (
	"id" bigint PRIMARY KEY GENERATED ALWAYS AS IDENTITY (sequence name "deed_id_seq" INCREMENT BY 1 MINVALUE 1 MAXVALUE 9223372036854775807 START WITH 1 CACHE 1),
	"yard_id" uuid NOT NULL,
	"horse_id" uuid,
	"person_id" uuid,
	"what" text NOT NULL,
	"about" jsonb NOT NULL,
	"done_at" timestamp with time zone DEFAULT now() NOT NULL
);
--> statement-breakpoint
CREATE TABLE "horse_guest" (
	"horse_id" uuid NOT NULL,
	"person_id" uuid NOT NULL,
	"role" text NOT NULL,
	"since" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "horse_guest_person_id_horse_id_pk" PRIMARY KEY("person_id","horse_id"),
	CONSTRAINT "horse_guest_role" CHECK (role in ('guest-view', 'guest-add'))
);
--> statement-breakpoint
CREATE TABLE "invitation" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid,
	"role" text NOT NULL,
	"email" text,
	"token_hash" text NOT NULL,
	"invited_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"taken_by" uuid,
	"taken_at" timestamp with time zone,
	"revoked_at" timestamp with time zone,
	CONSTRAINT "invitation_token_hash_unique" UNIQUE("token_hash"),
	CONSTRAINT "invitation_role" CHECK (role in ('owner', 'bodyworker', 'fitter', 'vet', 'viewer', 'guest-view', 'guest-add')),
	CONSTRAINT "invitation_for" CHECK (("invitation"."horse_id" is not null) = ("invitation"."role" like 'guest-%'))
);
--> statement-breakpoint
ALTER TABLE "membership" DROP CONSTRAINT "membership_role";--> statement-breakpoint
ALTER TABLE "deed" ADD CONSTRAINT "deed_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deed" ADD CONSTRAINT "deed_horse_id_horse_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horse"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deed" ADD CONSTRAINT "deed_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "horse_guest" ADD CONSTRAINT "horse_guest_horse_id_horse_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horse"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "horse_guest" ADD CONSTRAINT "horse_guest_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_horse_id_horse_id_fk" FOREIGN KEY ("horse_id") REFERENCES "public"."horse"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_invited_by_person_id_fk" FOREIGN KEY ("invited_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_taken_by_person_id_fk" FOREIGN KEY ("taken_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deed_of_yard" ON "deed" USING btree ("yard_id","id");--> statement-breakpoint
CREATE INDEX "invitation_of_yard" ON "invitation" USING btree ("yard_id");--> statement-breakpoint
ALTER TABLE "membership" ADD CONSTRAINT "membership_role" CHECK (role in ('owner', 'bodyworker', 'fitter', 'vet', 'viewer'));