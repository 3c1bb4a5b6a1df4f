CREATE TABLE "saddle_service" (
	"id" uuid PRIMARY KEY NOT NULL,
	"yard_id" uuid NOT NULL,
	"saddle_id" uuid NOT NULL,
	"done_on" date NOT NULL,
	"what" text NOT NULL,
	"done_by" text DEFAULT '' NOT NULL,
	"note" text DEFAULT '' NOT NULL,
	"made_by" uuid,
	"undone_at" timestamp with time zone,
	"created_at" timestamp with time zone DEFAULT now() NOT NULL,
	CONSTRAINT "service_what" CHECK (what in ('flocked', 'panel', 'width', 'air', 'tree', 'girthing', 'repair', 'other')),
	CONSTRAINT "service_done_by" CHECK (length("saddle_service"."done_by") <= 80),
	CONSTRAINT "service_note" CHECK (length("saddle_service"."note") <= 1000)
);
--> statement-breakpoint
ALTER TABLE "pairing" ADD COLUMN "limits_lead" text DEFAULT 'usual' NOT NULL;--> statement-breakpoint
ALTER TABLE "saddle" ADD COLUMN "facts" jsonb;--> statement-breakpoint
ALTER TABLE "standing" ADD COLUMN "limits" jsonb;--> statement-breakpoint
ALTER TABLE "saddle_service" ADD CONSTRAINT "saddle_service_made_by_person_id_fk" FOREIGN KEY ("made_by") REFERENCES "public"."person"("id") ON DELETE set null ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "saddle_service" ADD CONSTRAINT "saddle_service_saddle_id_yard_id_saddle_id_yard_id_fk" FOREIGN KEY ("saddle_id","yard_id") REFERENCES "public"."saddle"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "service_of_saddle" ON "saddle_service" USING btree ("saddle_id");--> statement-breakpoint
ALTER TABLE "pairing" ADD CONSTRAINT "pairing_limits_lead" CHECK (limits_lead in ('usual', 'own'));--> statement-breakpoint
ALTER TABLE saddle_service ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON saddle_service USING (zt_system() or exists (select 1 from saddle s where s.id = saddle_service.saddle_id));
