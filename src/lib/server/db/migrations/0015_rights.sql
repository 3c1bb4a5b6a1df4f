-- What a row hangs on must be of its own yard: rows that are not are put right first.
UPDATE ride r SET saddle_id = null WHERE saddle_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM saddle s WHERE s.id = r.saddle_id AND s.yard_id = r.yard_id);--> statement-breakpoint
UPDATE photo p SET yard_id = v.yard_id FROM visit v WHERE v.id = p.visit_id AND v.yard_id <> p.yard_id;--> statement-breakpoint
UPDATE standing s SET yard_id = h.yard_id FROM horse h WHERE h.id = s.horse_id AND h.yard_id <> s.yard_id;--> statement-breakpoint
UPDATE deed d SET horse_id = null WHERE horse_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM horse h WHERE h.id = d.horse_id AND h.yard_id = d.yard_id);--> statement-breakpoint
DELETE FROM invitation i WHERE horse_id IS NOT NULL AND NOT EXISTS (SELECT 1 FROM horse h WHERE h.id = i.horse_id AND h.yard_id = i.yard_id);--> statement-breakpoint
DELETE FROM report_link l WHERE NOT EXISTS (SELECT 1 FROM horse h WHERE h.id = l.horse_id AND h.yard_id = l.yard_id);--> statement-breakpoint
ALTER TABLE "earlier_version" DROP CONSTRAINT "earlier_version_once";--> statement-breakpoint
ALTER TABLE "photo" DROP CONSTRAINT "photo_visit_id_visit_id_fk";--> statement-breakpoint
ALTER TABLE "ride" DROP CONSTRAINT "ride_saddle_id_saddle_id_fk";--> statement-breakpoint
ALTER TABLE "standing" DROP CONSTRAINT "standing_horse_id_horse_id_fk";--> statement-breakpoint
ALTER TABLE "deed" DROP CONSTRAINT "deed_horse_id_horse_id_fk";--> statement-breakpoint
ALTER TABLE "invitation" DROP CONSTRAINT "invitation_horse_id_horse_id_fk";--> statement-breakpoint
ALTER TABLE "visit_entry" ADD COLUMN "answers" uuid[];--> statement-breakpoint
ALTER TABLE "visit" ADD CONSTRAINT "visit_in_yard" UNIQUE("id","yard_id");--> statement-breakpoint
ALTER TABLE "photo" ADD CONSTRAINT "photo_visit_id_yard_id_visit_id_yard_id_fk" FOREIGN KEY ("visit_id","yard_id") REFERENCES "public"."visit"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "ride" ADD CONSTRAINT "ride_saddle_id_yard_id_saddle_id_yard_id_fk" FOREIGN KEY ("saddle_id","yard_id") REFERENCES "public"."saddle"("id","yard_id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "deed" ADD CONSTRAINT "deed_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "invitation" ADD CONSTRAINT "invitation_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
ALTER TABLE "report_link" ADD CONSTRAINT "report_link_horse_id_yard_id_horse_id_yard_id_fk" FOREIGN KEY ("horse_id","yard_id") REFERENCES "public"."horse"("id","yard_id") ON DELETE cascade ON UPDATE no action;--> statement-breakpoint
CREATE INDEX "deed_of_horse" ON "deed" USING btree ("horse_id","id");--> statement-breakpoint
CREATE INDEX "deed_of_person" ON "deed" USING btree ("person_id","yard_id");--> statement-breakpoint
ALTER TABLE "earlier_version" ADD CONSTRAINT "earlier_version_once" UNIQUE("kind","row_id","yard_id","version");--> statement-breakpoint
ALTER TABLE "visit_entry" ADD CONSTRAINT "visit_entry_answers" CHECK ("visit_entry"."answers" is null or cardinality("visit_entry"."answers") <= 256);
