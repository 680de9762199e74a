-- What a household signs in with is compared by a key: one form of each letter, case and space, and letters that look like Latin ones read as these, so
-- that no two households look the same. HouseholdName in the core makes the same key; a test compares the two.
create function household_name_key(name text) returns text
language sql immutable
as $$
  select translate(lower(regexp_replace(btrim(normalize(name, NFKC)), '\s+', ' ', 'g')), 'аеорсухіјѕԁһоακινορτυχ', 'aeopcyxijsdhoakivoptux')
$$;

alter table household
  add column name_key text,
  add column recovery_hash text,
  add column demo_until timestamptz;
-- Two that looked the same until now: the older one keeps the name, the others sign in with a number behind it.
update household h set name_key = k.key || case when k.place = 1 then '' else ' ' || k.place end
from (select household_id, household_name_key(name) as key, row_number() over (partition by household_name_key(name) order by created_at, household_id) as place from household) k
where k.household_id = h.household_id;
alter table household alter column name_key set not null;
create unique index household_name_key on household (name_key);
create index household_demo on household (demo_until) where demo_until is not null;
drop index household_name;

drop function household_for_sign_in(text);
create function household_for_sign_in(sign_in_key text)
returns table (household_id uuid, password_hash text, recovery_hash text)
language sql stable security definer
set search_path = public, pg_temp
as $$ select h.household_id, h.password_hash, h.recovery_hash from household h where h.name_key = sign_in_key and h.demo_until is null $$;
revoke all on function household_for_sign_in from public;
grant execute on function household_for_sign_in to gambeta_app;

-- One row a device that is signed in; the cookie names it, and a row that is gone is a sign-in that is over.
create table sign_in (
  household_id uuid not null references household on delete cascade,
  sign_in_id uuid not null,
  device text not null check (length(device) between 1 and 40),
  made_at timestamptz not null,
  last_used_at timestamptz not null,
  primary key (household_id, sign_in_id)
);

-- What a household wrote today, so that no day can fill the disk. Only today's rows are ever read. The writer is the player of a set, and the household
-- itself for all else: whoever counts a set holds its player already, so that no two wait for each other crosswise, and players do not wait for one another.
create table written (
  household_id uuid not null references household on delete cascade,
  day date not null,
  writer uuid not null,
  number integer not null,
  primary key (household_id, day, writer)
);

-- Tries of what could be guessed, counted for all instances at once. What is counted is a hash or an address, never a name.
create table brake (
  what text primary key check (length(what) <= 100),
  tries integer not null,
  since timestamptz not null
);
-- Counts one try and says how many seconds to wait; 0 lets it go on.
create function brake_try(asked text, most integer, seconds integer) returns integer
language sql security definer
set search_path = public, pg_temp
as $$
  insert into brake (what, tries, since) values (asked, 1, now())
  on conflict (what) do update set
    tries = case when brake.since < now() - make_interval(secs => seconds) then 1 else least(brake.tries, 1000000) + 1 end,
    since = case when brake.since < now() - make_interval(secs => seconds) then now() else brake.since end
  returning case when tries <= most then 0 else greatest(1, ceil(extract(epoch from since - now()) + seconds)::integer) end
$$;
create function brake_release(asked text) returns void
language sql security definer
set search_path = public, pg_temp
as $$ delete from brake where what = asked or since < now() - interval '1 day' $$;
revoke all on function brake_try, brake_release from public;
grant execute on function brake_try, brake_release to gambeta_app;

-- A sitting is a row from its beginning. Several players' sittings can share an outing; the plan is what it was then, whatever became of the sheet.
create table sitting (
  household_id uuid not null,
  session_id uuid not null,
  player_id uuid not null,
  outing_id uuid not null,
  space_id uuid,
  sheet text check (length(sheet) <= 200),
  plan jsonb,
  started_at timestamptz not null,
  ended_at timestamptz,
  primary key (household_id, session_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index sitting_by_player on sitting (household_id, player_id, started_at desc);
create index sitting_by_outing on sitting (household_id, outing_id);

-- What each set was to be (its place in the sitting, rounds, reps or tries, beat), and what was counted while it was played, kept under a correction.
alter table practice_set
  add column item smallint,
  add column planned_rounds smallint,
  add column planned_count integer,
  add column beat_from smallint,
  add column beat_to smallint,
  add column played jsonb;

-- What is known of the sittings that were: who, when, where it was looked at, which sheet.
insert into sitting (household_id, session_id, player_id, outing_id, space_id, sheet, started_at, ended_at)
select s.household_id, s.session_id, (array_agg(s.player_id order by s.started_at))[1], s.session_id, nullif((array_agg(c.space_id))[1], '00000000-0000-0000-0000-000000000000'),
  (array_agg(e.sheet))[1], min(s.started_at), max(coalesce(e.ended_at, s.started_at + s.worked_ms * interval '1 millisecond'))
from practice_set s
left join session_end e on e.household_id = s.household_id and e.session_id = s.session_id
left join first_touch_check c on c.household_id = s.household_id and c.session_id = s.session_id
group by s.household_id, s.session_id;
update practice_set s set item = places.item
from (
  select household_id, session_id, drill, rank() over (partition by household_id, session_id order by min(started_at), drill) - 1 as item
  from practice_set group by household_id, session_id, drill) places
where s.household_id = places.household_id and s.session_id = places.session_id and s.drill = places.drill and places.item < 100;

-- Changes of a set in their order; one that was taken back says so.
alter table set_change
  add column turn bigint generated always as identity,
  add column undone_at timestamptz;
create index set_change_by_set on set_change (household_id, set_id, turn);

-- Every row that goes when a player goes is found without reading the others.
create index drill_answer_by_player on drill_answer (household_id, player_id);
create index session_end_by_player on session_end (household_id, player_id);
create index pain_by_player on pain (household_id, player_id);
create index practice_set_by_player on practice_set (household_id, player_id);

alter table sign_in enable row level security;
alter table written enable row level security;
alter table sitting enable row level security;
create policy own_household on sign_in to gambeta_app using (household_id = current_household());
create policy own_household on written to gambeta_app using (household_id = current_household());
create policy own_household on sitting to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on sign_in, written, sitting to gambeta_app;

-- The demo: each visitor gets a copy of the one that was made up, moved to today, so that nobody can spoil it for the next one.
-- Dates of every kind move by the same number of days. Copies that are over go first.
create function demo_copy(copy uuid, tables text[], days integer, until timestamptz, most integer) returns boolean
language plpgsql security definer
set search_path = public, pg_temp
as $$
declare
  template constant uuid := '01900000-0000-7000-8000-0000000de300';
  one text;
  moved text;
begin
  perform pg_advisory_xact_lock(7100300);
  delete from household where demo_until < now();
  if (select count(*) from household where demo_until is not null) >= most then return false; end if;
  insert into household select (jsonb_populate_record(h, jsonb_build_object('household_id', copy, 'name_key', 'demo ' || copy, 'demo_until', until))).* from household h where household_id = template;
  if not found then return false; end if;
  foreach one in array tables loop
    select string_agg(format('%L, s.%I + %s', column_name, column_name, case data_type when 'date' then '$3' else 'make_interval(days => $3)' end), ', ')
      into moved from information_schema.columns
      where table_schema = 'public' and table_name = one and data_type in ('date', 'timestamp with time zone');
    execute format('insert into %1$I select (jsonb_populate_record(s, jsonb_build_object(%2$s))).* from %1$I s where household_id = $2', one,
      concat_ws(', ', '''household_id'', $1', moved)) using copy, template, days;
  end loop;
  return true;
end $$;
create function demo_made_at() returns timestamptz
language sql stable security definer
set search_path = public, pg_temp
as $$ select created_at from household where household_id = '01900000-0000-7000-8000-0000000de300' $$;
revoke all on function demo_copy, demo_made_at from public;
grant execute on function demo_copy, demo_made_at to gambeta_app;

-- The application looks at its start whether every script has run.
grant select on schemaversions to gambeta_app;
