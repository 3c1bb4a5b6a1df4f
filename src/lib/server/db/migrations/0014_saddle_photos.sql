ALTER TABLE "photo" DROP CONSTRAINT "photo_kind";--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "saddle_id" uuid;--> statement-breakpoint
ALTER TABLE "photo" ADD COLUMN "undone_at" timestamp with time zone;--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_saddle_id_yard_id_saddle_id_yard_id_fk" FOREIGN KEY ("saddle_id","yard_id") REFERENCES "public"."saddle"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "photo_by_saddle" ON "photo" USING btree ("saddle_id");--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_of_one" CHECK (num_nonnulls("photo"."visit_id", "photo"."saddle_id") <= 1);--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_kind" CHECK (kind in ('sheet', 'sign', 'front45', 'side', 'rear45', 'above', 'saddle-front45', 'saddle-side', 'saddle-rear45', 'saddle-underside', 'saddle-front', 'saddle-rear', 'saddle-detail', 'other'));--> statement-breakpoint
DROP POLICY wall ON photo;--> statement-breakpoint
CREATE POLICY wall ON photo USING (zt_system() or (select true from visit v where v.id = visit_id) or exists (select 1 from saddle s where s.id = photo.saddle_id));
