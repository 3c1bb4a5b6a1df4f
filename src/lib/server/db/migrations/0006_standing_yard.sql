ALTER TABLE "standing" ADD COLUMN "yard_id" uuid;--> statement-breakpoint
UPDATE "standing" SET "yard_id" = (SELECT "yard_id" FROM "horse" WHERE "horse"."id" = "standing"."horse_id");--> statement-breakpoint
ALTER TABLE "standing" ALTER COLUMN "yard_id" SET NOT NULL;--> statement-breakpoint
ALTER TABLE "standing" ADD CONSTRAINT "standing_yard_id_yard_id_fk" FOREIGN KEY ("yard_id") REFERENCES "public"."yard"("id") ON DELETE no action ON UPDATE no action;--> statement-breakpoint
DROP POLICY wall ON standing;--> statement-breakpoint
CREATE POLICY wall ON standing USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
