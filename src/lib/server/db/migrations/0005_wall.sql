-- The second wall: rows that a person may see, whatever the server asks. The owner of the tables passes it (migrations,
-- judging again, backups); the role that the server connects as does not. `zt.person` says for whom a connection asks.
-- What is a visit's is looked up by its visit, row by row: as a list of all visits seen it would be read for each question.
CREATE FUNCTION zt_system() RETURNS boolean LANGUAGE sql STABLE
	AS $$ select current_setting('zt.person', true) = 'system' $$;
--> statement-breakpoint
CREATE FUNCTION zt_person() RETURNS uuid LANGUAGE sql STABLE
	AS $$ select case when current_setting('zt.person', true) ~ '^[0-9a-f-]{36}$' then current_setting('zt.person', true)::uuid end $$;
--> statement-breakpoint
CREATE FUNCTION zt_yards() RETURNS uuid[] LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public
	AS $$ select array(select yard_id from membership where person_id = zt_person()) $$;
--> statement-breakpoint
-- Of a yard of the person's: asked past the wall, as the wall of horses asks who their guests are.
CREATE FUNCTION zt_own_horse(horse uuid) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public
	AS $$ select exists (select 1 from horse h join membership m on m.yard_id = h.yard_id where h.id = $1 and m.person_id = zt_person()) $$;
--> statement-breakpoint
-- Yards of horses that are shared with the person: their name, and a place for what the guest records.
CREATE FUNCTION zt_guest_yards() RETURNS uuid[] LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public
	AS $$ select array(select h.yard_id from horse h join horse_guest g on g.horse_id = h.id where g.person_id = zt_person()) $$;
--> statement-breakpoint
ALTER TABLE yard ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON yard USING (zt_system() or id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or id = any((select zt_guest_yards())::uuid[]))
	WITH CHECK (zt_system() or id = any(array(select m.yard_id from membership m where m.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE membership ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON membership USING (zt_system() or person_id = (select zt_person()) or yard_id = any((select zt_yards())::uuid[]))
	WITH CHECK (zt_system() or yard_id = any((select zt_yards())::uuid[]));--> statement-breakpoint
ALTER TABLE person_hand ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON person_hand USING (zt_system() or person_id = (select zt_person()));--> statement-breakpoint
ALTER TABLE horse ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON horse USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE horse_guest ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON horse_guest USING (zt_system() or person_id = zt_person() or zt_own_horse(horse_id))
	WITH CHECK (zt_system() or zt_own_horse(horse_id));--> statement-breakpoint
ALTER TABLE pairing ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON pairing USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE saddle ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON saddle USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or exists (select 1 from pairing p where p.saddle_id = saddle.id and p.horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person()))));--> statement-breakpoint
ALTER TABLE visit ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON visit USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE ride ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON ride USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE fit_mark ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON fit_mark USING (zt_system() or (select true from horse h where h.id = horse_id));--> statement-breakpoint
ALTER TABLE tracing ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON tracing USING (zt_system() or (select true from visit v where v.id = visit_id));--> statement-breakpoint
ALTER TABLE visit_entry ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON visit_entry USING (zt_system() or (select true from visit v where v.id = visit_id));--> statement-breakpoint
ALTER TABLE photo ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON photo USING (zt_system() or (select true from visit v where v.id = visit_id));--> statement-breakpoint
ALTER TABLE stored_call ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON stored_call USING (zt_system() or (select true from pairing p where p.id = pairing_id));--> statement-breakpoint
ALTER TABLE standing ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON standing USING (zt_system() or exists (select 1 from horse h where h.id = horse_id));--> statement-breakpoint
ALTER TABLE earlier_version ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON earlier_version USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or (kind = 'visit' and exists (select 1 from visit v where v.id = row_id)))
	WITH CHECK (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or yard_id = any((select zt_guest_yards())::uuid[]));--> statement-breakpoint
ALTER TABLE invitation ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON invitation USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())));--> statement-breakpoint
ALTER TABLE deed ENABLE ROW LEVEL SECURITY;--> statement-breakpoint
CREATE POLICY wall ON deed USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())))
	WITH CHECK (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or yard_id = any((select zt_guest_yards())::uuid[]));
