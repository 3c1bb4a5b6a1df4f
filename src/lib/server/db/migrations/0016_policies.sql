-- Row-level security by role and command. Rights of roles and all policies but those for reading are printed by
-- `scripts/policySql.ts` from the tables of rights in the code; tests/server/tableRights.test.ts tries each of them.
-- The server's own work (jobs, sign-in, judging) has a database role of its own: no setting of a session can claim it.
CREATE OR REPLACE FUNCTION zt_system() RETURNS boolean LANGUAGE sql STABLE SET search_path = public, pg_temp
	AS $$ select current_user like 'zt\_jobs\_%' $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION zt_person() RETURNS uuid LANGUAGE sql STABLE SET search_path = public, pg_temp
	AS $$ select case when current_setting('zt.person', true) ~ '^[0-9a-f-]{36}$' then current_setting('zt.person', true)::uuid end $$;
--> statement-breakpoint
-- `pg_temp` stands last: left out it would be searched first, and a temporary table could stand in for one of ours.
ALTER FUNCTION zt_yards() SET search_path = public, pg_temp;
--> statement-breakpoint
ALTER FUNCTION zt_own_horse(uuid) SET search_path = public, pg_temp;
--> statement-breakpoint
ALTER FUNCTION zt_guest_yards() SET search_path = public, pg_temp;
--> statement-breakpoint
DO $$ BEGIN EXECUTE format('REVOKE TEMPORARY ON DATABASE %I FROM PUBLIC', current_database()); END $$;
--> statement-breakpoint
CREATE OR REPLACE FUNCTION zt_rights(role text) RETURNS text[] LANGUAGE sql IMMUTABLE SET search_path = public, pg_temp
	AS $$ select case role when 'owner' then array['see', 'note', 'mark', 'saddle', 'record', 'correct', 'horse', 'people']
		when 'bodyworker' then array['see', 'note', 'mark', 'saddle', 'record', 'correct', 'horse']
		when 'fitter' then array['see', 'note', 'mark', 'saddle', 'record']
		when 'vet' then array['see', 'note']
		when 'viewer' then array['see']
		when 'guest-view' then array['see']
		when 'guest-add' then array['see', 'note', 'record'] else array[]::text[] end $$;
--> statement-breakpoint
CREATE FUNCTION zt_may_yard(yard uuid, wanted text) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER COST 500 SET search_path = public, pg_temp
	AS $$ select exists (select 1 from membership m where m.yard_id = $1 and m.person_id = zt_person() and $2 = any(zt_rights(m.role))) $$;
--> statement-breakpoint
-- What a member may do with a horse; of a person who does not belong to its yard, what was shared.
CREATE FUNCTION zt_may_horse(horse uuid, wanted text) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER COST 500 SET search_path = public, pg_temp
	AS $$ select coalesce(
		(select $2 = any(zt_rights(m.role)) from horse h join membership m on m.yard_id = h.yard_id where h.id = $1 and m.person_id = zt_person()),
		(select $2 = any(zt_rights(g.role)) from horse_guest g where g.horse_id = $1 and g.person_id = zt_person()),
		false) $$;
--> statement-breakpoint
-- One's own visit by the right to record, another's by the right to correct.
CREATE FUNCTION zt_may_visit(visit uuid) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER COST 800 SET search_path = public, pg_temp
	AS $$ select coalesce((select zt_may_horse(v.horse_id, case when v.made_by = zt_person() then 'record' else 'correct' end) from visit v where v.id = $1), false) $$;
--> statement-breakpoint
-- Whether the person may keep an earlier version of a row: it must stand in the yard that is named.
CREATE FUNCTION zt_may_keep(kind text, kept uuid, yard uuid) RETURNS boolean LANGUAGE sql STABLE SECURITY DEFINER COST 800 SET search_path = public, pg_temp
	AS $$ select case $1
		when 'visit' then exists (select 1 from visit v where v.id = $2 and v.yard_id = $3) and zt_may_visit($2)
		when 'horse' then exists (select 1 from horse h where h.id = $2 and h.yard_id = $3) and zt_may_yard($3, 'horse')
		when 'saddle' then exists (select 1 from saddle s where s.id = $2 and s.yard_id = $3) and zt_may_yard($3, 'saddle')
		else false end $$;
--> statement-breakpoint
-- Whose name a person sees: their own, of people of their yards and of those who once belonged there, and of guests both ways.
CREATE FUNCTION zt_known_people() RETURNS uuid[] LANGUAGE sql STABLE SECURITY DEFINER SET search_path = public, pg_temp
	AS $$ with mine as (select m.yard_id id from membership m where m.person_id = zt_person() union select unnest(zt_guest_yards()))
		select array(
			select zt_person()
			union select m.person_id from membership m join mine on mine.id = m.yard_id
			union select g.person_id from horse_guest g join horse h on h.id = g.horse_id join mine on mine.id = h.yard_id
			union select d.person_id from deed d join mine on mine.id = d.yard_id where d.what in ('joined', 'shared', 'yard-made') and d.person_id is not null) $$;
--> statement-breakpoint
CREATE INDEX deed_of_arrival ON deed (yard_id, person_id) WHERE what in ('joined', 'shared', 'yard-made');
--> statement-breakpoint
-- Derived columns of a horse are moved by whoever may note; what is said of it only by those who may change it.
CREATE FUNCTION zt_guard_horse() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
BEGIN
	IF NOT row_security_active('public.horse') OR zt_system() THEN RETURN new; END IF;
	IF (to_jsonb(new) - array['shape_revision', 'judged_revision']) IS DISTINCT FROM (to_jsonb(old) - array['shape_revision', 'judged_revision'])
		AND NOT zt_may_yard(old.yard_id, 'horse') THEN
		RAISE insufficient_privilege USING MESSAGE = 'no right to change this horse';
	END IF;
	RETURN new;
END $$;
--> statement-breakpoint
CREATE TRIGGER guard BEFORE UPDATE ON horse FOR EACH ROW EXECUTE FUNCTION zt_guard_horse();
--> statement-breakpoint
CREATE FUNCTION zt_guard_pairing() RETURNS trigger LANGUAGE plpgsql SET search_path = public, pg_temp AS $$
DECLARE
	derived text[] := array['verdict', 'next_on'];
BEGIN
	IF NOT row_security_active('public.pairing') OR zt_system() THEN RETURN new; END IF;
	IF (to_jsonb(new) - derived - 'limits_lead') IS DISTINCT FROM (to_jsonb(old) - derived - 'limits_lead') AND NOT zt_may_horse(old.horse_id, 'saddle')
		OR new.limits_lead IS DISTINCT FROM old.limits_lead AND NOT zt_may_horse(old.horse_id, 'mark') THEN
		RAISE insufficient_privilege USING MESSAGE = 'no right to change this saddle on this horse';
	END IF;
	RETURN new;
END $$;
--> statement-breakpoint
CREATE TRIGGER guard BEFORE UPDATE ON pairing FOR EACH ROW EXECUTE FUNCTION zt_guard_pairing();
--> statement-breakpoint
DROP POLICY wall ON calendar_feed;
--> statement-breakpoint
DROP POLICY wall ON deed;
--> statement-breakpoint
DROP POLICY wall ON due_answer;
--> statement-breakpoint
DROP POLICY wall ON earlier_version;
--> statement-breakpoint
DROP POLICY wall ON fit_mark;
--> statement-breakpoint
DROP POLICY wall ON horse;
--> statement-breakpoint
DROP POLICY wall ON horse_guest;
--> statement-breakpoint
DROP POLICY wall ON invitation;
--> statement-breakpoint
DROP POLICY wall ON job;
--> statement-breakpoint
DROP POLICY wall ON membership;
--> statement-breakpoint
DROP POLICY wall ON pairing;
--> statement-breakpoint
DROP POLICY wall ON person_hand;
--> statement-breakpoint
DROP POLICY wall ON photo;
--> statement-breakpoint
DROP POLICY wall ON report_link;
--> statement-breakpoint
DROP POLICY wall ON ride;
--> statement-breakpoint
DROP POLICY wall ON saddle;
--> statement-breakpoint
DROP POLICY wall ON saddle_service;
--> statement-breakpoint
DROP POLICY wall ON standing;
--> statement-breakpoint
DROP POLICY wall ON stored_call;
--> statement-breakpoint
DROP POLICY wall ON task;
--> statement-breakpoint
DROP POLICY wall ON tracing;
--> statement-breakpoint
DROP POLICY wall ON visit;
--> statement-breakpoint
DROP POLICY wall ON visit_entry;
--> statement-breakpoint
DROP POLICY wall ON yard;
--> statement-breakpoint
CREATE POLICY due_answer_select ON due_answer FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY earlier_version_select ON earlier_version FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or (kind = 'visit' and exists (select 1 from visit v where v.id = row_id)));
--> statement-breakpoint
CREATE POLICY fit_mark_select ON fit_mark FOR SELECT USING (zt_system() or (select true from horse h where h.id = horse_id));
--> statement-breakpoint
CREATE POLICY horse_select ON horse FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY horse_guest_select ON horse_guest FOR SELECT USING (zt_system() or person_id = zt_person() or zt_own_horse(horse_id));
--> statement-breakpoint
CREATE POLICY membership_select ON membership FOR SELECT USING (zt_system() or person_id = (select zt_person()) or yard_id = any((select zt_yards())::uuid[]));
--> statement-breakpoint
CREATE POLICY pairing_select ON pairing FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY photo_select ON photo FOR SELECT USING (zt_system() or (select true from visit v where v.id = visit_id) or exists (select 1 from saddle s where s.id = photo.saddle_id));
--> statement-breakpoint
CREATE POLICY ride_select ON ride FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY saddle_select ON saddle FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or exists (select 1 from pairing p where p.saddle_id = saddle.id and p.horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person()))));
--> statement-breakpoint
CREATE POLICY saddle_service_select ON saddle_service FOR SELECT USING (zt_system() or exists (select 1 from saddle s where s.id = saddle_service.saddle_id));
--> statement-breakpoint
CREATE POLICY standing_select ON standing FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY stored_call_select ON stored_call FOR SELECT USING (zt_system() or (select true from pairing p where p.id = pairing_id));
--> statement-breakpoint
CREATE POLICY task_select ON task FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY tracing_select ON tracing FOR SELECT USING (zt_system() or (select true from visit v where v.id = visit_id));
--> statement-breakpoint
CREATE POLICY visit_select ON visit FOR SELECT USING (zt_system() or yard_id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or horse_id = any(array(select g.horse_id from horse_guest g where g.person_id = zt_person())));
--> statement-breakpoint
CREATE POLICY visit_entry_select ON visit_entry FOR SELECT USING (zt_system() or (select true from visit v where v.id = visit_id));
--> statement-breakpoint
CREATE POLICY yard_select ON yard FOR SELECT USING (zt_system() or id = any(array(select m.yard_id from membership m where m.person_id = zt_person())) or id = any((select zt_guest_yards())::uuid[]));
--> statement-breakpoint
CREATE POLICY person_select ON person FOR SELECT USING (zt_system() or id = any((select zt_known_people())::uuid[]));
--> statement-breakpoint
ALTER TABLE account ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY account_select ON account FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY account_insert ON account FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY account_update ON account FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY account_delete ON account FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE session ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY session_select ON session FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY session_insert ON session FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY session_update ON session FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY session_delete ON session FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE passkey ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY passkey_select ON passkey FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY passkey_insert ON passkey FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY passkey_update ON passkey FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY passkey_delete ON passkey FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE verification ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY verification_select ON verification FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY verification_insert ON verification FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY verification_update ON verification FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY verification_delete ON verification FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE rate_limit ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY rate_limit_select ON rate_limit FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY rate_limit_insert ON rate_limit FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY rate_limit_update ON rate_limit FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY rate_limit_delete ON rate_limit FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE mailbox ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY mailbox_select ON mailbox FOR SELECT USING (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY mailbox_insert ON mailbox FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY mailbox_update ON mailbox FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY mailbox_delete ON mailbox FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE person ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY person_insert ON person FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY person_update ON person FOR UPDATE USING (zt_system() or (id = (select zt_person()))) WITH CHECK (zt_system() or (id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY person_delete ON person FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE person_hand ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY person_hand_select ON person_hand FOR SELECT USING (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY person_hand_insert ON person_hand FOR INSERT WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY person_hand_update ON person_hand FOR UPDATE USING (zt_system() or (person_id = (select zt_person()))) WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY person_hand_delete ON person_hand FOR DELETE USING (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
ALTER TABLE calendar_feed ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY calendar_feed_select ON calendar_feed FOR SELECT USING (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY calendar_feed_insert ON calendar_feed FOR INSERT WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY calendar_feed_update ON calendar_feed FOR UPDATE USING (zt_system() or (person_id = (select zt_person()))) WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY calendar_feed_delete ON calendar_feed FOR DELETE USING (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
ALTER TABLE job ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY job_select ON job FOR SELECT USING (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY job_insert ON job FOR INSERT WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY job_update ON job FOR UPDATE USING (zt_system() or (person_id = (select zt_person()))) WITH CHECK (zt_system() or (person_id = (select zt_person())));
--> statement-breakpoint
CREATE POLICY job_delete ON job FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE yard ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY yard_insert ON yard FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY yard_update ON yard FOR UPDATE USING (zt_system() or (zt_may_yard(id, 'people'))) WITH CHECK (zt_system() or (zt_may_yard(id, 'people')));
--> statement-breakpoint
CREATE POLICY yard_delete ON yard FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE membership ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY membership_insert ON membership FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY membership_update ON membership FOR UPDATE USING (zt_system() or (zt_may_yard(yard_id, 'people'))) WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'people')));
--> statement-breakpoint
CREATE POLICY membership_delete ON membership FOR DELETE USING (zt_system() or ((person_id = (select zt_person()) or zt_may_yard(yard_id, 'people'))));
--> statement-breakpoint
ALTER TABLE invitation ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY invitation_select ON invitation FOR SELECT USING (zt_system() or (zt_may_yard(yard_id, 'people')));
--> statement-breakpoint
CREATE POLICY invitation_insert ON invitation FOR INSERT WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'people')));
--> statement-breakpoint
CREATE POLICY invitation_update ON invitation FOR UPDATE USING (zt_system() or (zt_may_yard(yard_id, 'people'))) WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'people')));
--> statement-breakpoint
CREATE POLICY invitation_delete ON invitation FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE deed ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY deed_select ON deed FOR SELECT USING (zt_system() or ((person_id = (select zt_person()) or (zt_may_yard(yard_id, 'people') or zt_may_horse(horse_id, 'people')))));
--> statement-breakpoint
CREATE POLICY deed_insert ON deed FOR INSERT WITH CHECK (zt_system() or (person_id = (select zt_person()) and (zt_may_yard(yard_id, 'see') or zt_may_horse(horse_id, 'see'))));
--> statement-breakpoint
CREATE POLICY deed_update ON deed FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY deed_delete ON deed FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE horse ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY horse_insert ON horse FOR INSERT WITH CHECK (zt_system() or ((zt_may_yard(yard_id, 'horse') or zt_may_horse(id, 'horse'))));
--> statement-breakpoint
CREATE POLICY horse_update ON horse FOR UPDATE USING (zt_system() or ((zt_may_yard(yard_id, 'note') or zt_may_horse(id, 'note')))) WITH CHECK (zt_system() or ((zt_may_yard(yard_id, 'note') or zt_may_horse(id, 'note'))));
--> statement-breakpoint
CREATE POLICY horse_delete ON horse FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE horse_guest ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY horse_guest_insert ON horse_guest FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY horse_guest_update ON horse_guest FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY horse_guest_delete ON horse_guest FOR DELETE USING (zt_system() or ((person_id = (select zt_person()) or zt_may_horse(horse_id, 'people'))));
--> statement-breakpoint
ALTER TABLE saddle ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY saddle_insert ON saddle FOR INSERT WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'saddle')));
--> statement-breakpoint
CREATE POLICY saddle_update ON saddle FOR UPDATE USING (zt_system() or (zt_may_yard(yard_id, 'saddle'))) WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'saddle')));
--> statement-breakpoint
CREATE POLICY saddle_delete ON saddle FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE saddle_service ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY saddle_service_insert ON saddle_service FOR INSERT WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'saddle')));
--> statement-breakpoint
CREATE POLICY saddle_service_update ON saddle_service FOR UPDATE USING (zt_system() or (zt_may_yard(yard_id, 'saddle'))) WITH CHECK (zt_system() or (zt_may_yard(yard_id, 'saddle')));
--> statement-breakpoint
CREATE POLICY saddle_service_delete ON saddle_service FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE pairing ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY pairing_insert ON pairing FOR INSERT WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'saddle')));
--> statement-breakpoint
CREATE POLICY pairing_update ON pairing FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'note'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY pairing_delete ON pairing FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE fit_mark ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY fit_mark_insert ON fit_mark FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'mark')));
--> statement-breakpoint
CREATE POLICY fit_mark_update ON fit_mark FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'mark'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'mark')));
--> statement-breakpoint
CREATE POLICY fit_mark_delete ON fit_mark FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE visit ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY visit_insert ON visit FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'record')));
--> statement-breakpoint
CREATE POLICY visit_update ON visit FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, case when made_by = (select zt_person()) then 'record' else 'correct' end))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, case when made_by = (select zt_person()) then 'record' else 'correct' end)));
--> statement-breakpoint
CREATE POLICY visit_delete ON visit FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE tracing ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY tracing_insert ON tracing FOR INSERT WITH CHECK (zt_system() or (zt_may_visit(visit_id)));
--> statement-breakpoint
CREATE POLICY tracing_update ON tracing FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY tracing_delete ON tracing FOR DELETE USING (zt_system() or (zt_may_visit(visit_id)));
--> statement-breakpoint
ALTER TABLE visit_entry ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY visit_entry_insert ON visit_entry FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_visit(visit_id)));
--> statement-breakpoint
CREATE POLICY visit_entry_update ON visit_entry FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY visit_entry_delete ON visit_entry FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE photo ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY photo_insert ON photo FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and case when saddle_id is null then zt_may_visit(visit_id) else zt_may_yard(yard_id, 'saddle') end));
--> statement-breakpoint
CREATE POLICY photo_update ON photo FOR UPDATE USING (zt_system() or (case when saddle_id is null then zt_may_visit(visit_id) else zt_may_yard(yard_id, 'saddle') end)) WITH CHECK (zt_system() or (case when saddle_id is null then zt_may_visit(visit_id) else zt_may_yard(yard_id, 'saddle') end));
--> statement-breakpoint
CREATE POLICY photo_delete ON photo FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE ride ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY ride_insert ON ride FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY ride_update ON ride FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, case when made_by = (select zt_person()) then 'note' else 'correct' end))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, case when made_by = (select zt_person()) then 'note' else 'correct' end)));
--> statement-breakpoint
CREATE POLICY ride_delete ON ride FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE task ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY task_insert ON task FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY task_update ON task FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'note'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY task_delete ON task FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE due_answer ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY due_answer_insert ON due_answer FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'record')));
--> statement-breakpoint
CREATE POLICY due_answer_update ON due_answer FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'record'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'record')));
--> statement-breakpoint
CREATE POLICY due_answer_delete ON due_answer FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE report_link ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY report_link_select ON report_link FOR SELECT USING (zt_system() or (zt_may_horse(horse_id, 'correct')));
--> statement-breakpoint
CREATE POLICY report_link_insert ON report_link FOR INSERT WITH CHECK (zt_system() or (made_by = (select zt_person()) and zt_may_horse(horse_id, 'correct')));
--> statement-breakpoint
CREATE POLICY report_link_update ON report_link FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'correct'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'correct')));
--> statement-breakpoint
CREATE POLICY report_link_delete ON report_link FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE standing ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY standing_insert ON standing FOR INSERT WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY standing_update ON standing FOR UPDATE USING (zt_system() or (zt_may_horse(horse_id, 'note'))) WITH CHECK (zt_system() or (zt_may_horse(horse_id, 'note')));
--> statement-breakpoint
CREATE POLICY standing_delete ON standing FOR DELETE USING (zt_system() or (false));
--> statement-breakpoint
ALTER TABLE stored_call ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY stored_call_insert ON stored_call FOR INSERT WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY stored_call_update ON stored_call FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY stored_call_delete ON stored_call FOR DELETE USING (zt_system() or (zt_may_horse((select p.horse_id from pairing p where p.id = stored_call.pairing_id), 'record')));
--> statement-breakpoint
ALTER TABLE earlier_version ENABLE ROW LEVEL SECURITY;
--> statement-breakpoint
CREATE POLICY earlier_version_insert ON earlier_version FOR INSERT WITH CHECK (zt_system() or (replaced_by = (select zt_person()) and zt_may_keep(kind, row_id, yard_id)));
--> statement-breakpoint
CREATE POLICY earlier_version_update ON earlier_version FOR UPDATE USING (zt_system() or (false)) WITH CHECK (zt_system() or (false));
--> statement-breakpoint
CREATE POLICY earlier_version_delete ON earlier_version FOR DELETE USING (zt_system() or (false));
