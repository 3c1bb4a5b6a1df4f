CREATE TABLE "report_link" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"pairing_id" uuid NOT NULL,
	"token_hash" text NOT NULL,
	"made_by" uuid,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	"expires_at" timestamp with time zone NOT NULL,
	"revoked_at" timestamp with time zone,
	"opened" integer DEFAULT 0 NOT NULL,
	"answer" text,
	"answered_by" text,
	"answer_note" text DEFAULT '' NOT NULL,
	"answered_at" timestamp with time zone,
	"settled_at" timestamp with time zone,
	CONSTRAINT "report_link_token_hash_unique" UNIQUE("token_hash"),
	CONSTRAINT "report_link_answer" CHECK (answer in ('fits', 'refitted', 'note')),
	CONSTRAINT "report_link_note" CHECK (length("report_link"."answer_note") <= 2000)
);
--> statement-breakpoint
ALTER TABLE "report_link" ADD CONSTRAINT "report_link_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_link" ADD CONSTRAINT "report_link_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_link" ADD CONSTRAINT "report_link_pairing_id_horse_id_pairing_id_horse_id_fk" FOREIGN KEY ("pairing_id","horse_id") REFERENCES "public"."pairing"("id","horse_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "report_link_of_horse" ON "report_link" USING btree ("horse_id");--> statement-breakpoint
ALTER TABLE report_link ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON report_link USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())));
