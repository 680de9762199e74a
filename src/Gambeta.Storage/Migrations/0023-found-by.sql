-- What finds a household before anybody knows which one it is: the name that it signs in with, the secret of a calendar, the code of a hand-over. A table of its own, so
-- that every other unique key can lead with the household, and the tables of households be spread over servers by it (deploy/shards.sql).
create table found_by (
  what text not null check (what in ('name', 'calendar', 'code')),
  key text not null check (length(key) <= 200),
  household_id uuid not null references household on delete cascade,
  primary key (what, key)
);
create index found_by_household on found_by (household_id);
alter table found_by enable row level security;
create policy own_household on found_by to gambeta_app using (household_id = current_household());
grant select, insert, delete on found_by to gambeta_app;

insert into found_by select 'name', name_key, household_id from household where demo_until is null
  union all select 'calendar', encode(digest, 'hex'), household_id from calendar_feed
  union all select 'code', encode(digest, 'hex'), household_id from hand_over;

-- By exact key alone: nobody reads a list of names.
create function household_found_by(asked text, by_key text) returns uuid
language sql stable security definer set search_path = public, pg_temp
as $$ select household_id from found_by where what = asked and key = by_key $$;
-- Whether the key is now the household's own: false where another one has it.
create function found_by_keep(asked text, by_key text) returns boolean
language sql volatile security definer set search_path = public, pg_temp
as $$
  insert into found_by (what, key, household_id) values (asked, by_key, current_household()) on conflict (what, key) do nothing;
  select exists (select from found_by where what = asked and key = by_key and household_id = current_household())
$$;
revoke all on function household_found_by, found_by_keep from public;
grant execute on function household_found_by, found_by_keep to gambeta_app;

-- For the version before this one, which writes none of it and may run for a while beside it: to be dropped with household_for_sign_in, calendar_of and hand_over_taken
-- in the version after this one.
create function keep_found_by() returns trigger
language plpgsql security definer set search_path = public, pg_temp
as $$
declare
  kind text := case tg_table_name when 'household' then 'name' when 'calendar_feed' then 'calendar' else 'code' end;
  new_key text := case tg_table_name when 'household' then to_jsonb(new) ->> 'name_key' else substr(to_jsonb(new) ->> 'digest', 3) end;
begin
  if to_jsonb(new) ->> 'demo_until' is not null then return new; end if;
  insert into found_by (what, key, household_id) values (kind, new_key, new.household_id) on conflict (what, key) do nothing;
  if not exists (select from found_by where what = kind and key = new_key and household_id = new.household_id) then
    raise exception using errcode = 'unique_violation', constraint = 'household_name_key', message = 'another household is found by this';
  end if;
  return new;
end $$;
revoke all on function keep_found_by from public;
create trigger keep_found_by after insert on household for each row execute function keep_found_by();
create trigger keep_found_by after insert or update of digest on calendar_feed for each row execute function keep_found_by();
create trigger keep_found_by after insert on hand_over for each row execute function keep_found_by();

-- What was erased is noted by the statement that erases, no more by what hangs on the tables: that stays for the version before, and notes nothing twice.
create function erased_keep(player uuid) returns void
language sql volatile security definer set search_path = public, pg_temp
as $$
  delete from erased where erased_at < now() - interval '30 days';
  insert into erased (of_household, of_player) values (current_household(), player)
$$;
revoke all on function erased_keep from public;
grant execute on function erased_keep to gambeta_app;
create or replace function note_erased() returns trigger
language plpgsql security definer set search_path = public, pg_temp
as $$
declare player uuid := case tg_table_name when 'player' then (to_jsonb(old) ->> 'player_id')::uuid end;
begin
  if to_jsonb(old) ->> 'demo_until' is not null then return old; end if;
  -- With its household a player goes as well: that is noted already.
  if player is not null and not exists (select from household where household_id = old.household_id and demo_until is null) then return old; end if;
  if exists (select from erased where of_household = old.household_id and of_player is not distinct from player) then return old; end if;
  insert into erased (of_household, of_player) values (old.household_id, player);
  return old;
end $$;

drop index household_name_key;
alter table calendar_feed drop constraint calendar_feed_digest_key;
alter table hand_over drop constraint hand_over_digest_key;
