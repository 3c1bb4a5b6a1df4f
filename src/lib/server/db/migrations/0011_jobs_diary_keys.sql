CREATE TABLE "passkey" (
	"id" uuid PRIMARY KEY NOT NULL,
	"name" text,
	"public_key" text NOT NULL,
	"person_id" uuid NOT NULL,
	"credential_id" text NOT NULL,
	"counter" integer NOT NULL,
	"device_type" text NOT NULL,
	"backed_up" boolean NOT NULL,
	"transports" text,
	"aaguid" text,
	"created_at" timestamp with time zone DEFAULT now(),
	CONSTRAINT "passkey_credential_id_unique" UNIQUE("credential_id")
);
--> statement-breakpoint
CREATE TABLE "job" (
	"id" uuid PRIMARY KEY NOT NULL,
	"person_id" uuid NOT NULL,
	"kind" text NOT NULL,
	"asked" jsonb NOT NULL,
	"state" text DEFAULT 'waiting' NOT NULL,
	"done" integer DEFAULT 0 NOT NULL,
	"total" integer DEFAULT 1 NOT NULL,
	"refusal" text,
	"file_name" text,
	"media_type" text,
	"bytes" "bytea",
	"asked_at" timestamp with time zone DEFAULT now() NOT NULL,
	"ended_at" timestamp with time zone,
	CONSTRAINT "job_state" CHECK (state in ('waiting', 'working', 'done', 'failed', 'cancelled')),
	CONSTRAINT "job_kind" CHECK (kind in ('report')),
	CONSTRAINT "job_file" CHECK (("job"."state" = 'done') = ("job"."bytes" is not null))
);
--> statement-breakpoint
CREATE TABLE "due_answer" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"due_on" date NOT NULL,
	"verdict" text,
	"answer" text NOT NULL,
	"until" date,
	"reason" text NOT NULL,
	"made_by" uuid,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"undone_at" timestamp with time zone,
	CONSTRAINT "due_answer_answer" CHECK (answer in ('put-off', 'skipped')),
	CONSTRAINT "due_answer_until" CHECK (("due_answer"."answer" = 'put-off') = ("due_answer"."until" is not null)),
	CONSTRAINT "due_answer_reason" CHECK (length("due_answer"."reason") <= 300)
);
--> statement-breakpoint
CREATE TABLE "task" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"horse_id" uuid NOT NULL,
	"asked_of" text NOT NULL,
	"what" text NOT NULL,
	"by_on" date,
	"made_by" uuid,
	"made_at" timestamp with time zone DEFAULT now() NOT NULL,
	"done_at" timestamp with time zone,
	"done_by" uuid,
	"done_with" text DEFAULT '' NOT NULL,
	"undone_at" timestamp with time zone,
	CONSTRAINT "task_asked_of" CHECK (asked_of in ('owner', 'bodyworker', 'fitter', 'vet')),
	CONSTRAINT "task_what" CHECK (length("task"."what") between 1 and 300),
	CONSTRAINT "task_done_with" CHECK (length("task"."done_with") <= 300)
);
--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "length_unit" text DEFAULT 'mm' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "weight_unit" text DEFAULT 'kg' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "reminders" text DEFAULT 'off' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "zone" text DEFAULT 'UTC' NOT NULL;--> statement-breakpoint
ALTER TABLE "person" ADD COLUMN "reminded_on" date;--> statement-breakpoint
ALTER TABLE "horse" ADD COLUMN "gone_on" date;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "changed_on" date;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "verdict_before" text;--> statement-breakpoint
ALTER TABLE "passkey" ADD CONSTRAINT "passkey_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "job" ADD CONSTRAINT "job_person_id_person_id_fk" FOREIGN KEY ("person_id") REFERENCES "public"."person"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "due_answer" ADD CONSTRAINT "due_answer_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "due_answer" ADD CONSTRAINT "due_answer_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "due_answer" ADD CONSTRAINT "due_answer_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "task" ADD CONSTRAINT "task_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "task" ADD CONSTRAINT "task_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "task" ADD CONSTRAINT "task_done_by_person_id_fk" FOREIGN KEY ("done_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "task" ADD CONSTRAINT "task_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "job_of_person" ON "job" USING btree ("person_id","asked_at");--> statement-breakpoint
CREATE UNIQUE INDEX "due_answer_one" ON "due_answer" USING btree ("horse_id","due_on") WHERE undone_at is null;--> statement-breakpoint
CREATE INDEX "task_of_horse" ON "task" USING btree ("horse_id");--> statement-breakpoint
CREATE INDEX "standing_due" ON "standing" USING btree ("yard_id","next_on");--> statement-breakpoint
ALTER TABLE job ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON job USING (zt_system() or person_id = (select zt_person()));--> statement-breakpoint
ALTER TABLE due_answer ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON due_answer USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE task ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON task USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
