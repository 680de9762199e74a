-- What a household chose about words, units and sounds.
alter table household
  add column units text not null default 'metric' check (units in ('metric', 'feet')),
  add column other_foot text not null default 'other foot' check (length(other_foot) between 3 and 24),
  add column sounds boolean not null default true,
  add column week_starts_on smallint not null default 1 check (week_starts_on between 0 and 6);

-- A player's paces with their days: the latest is the one in use, older ones say what a layout was paced with.
create table pace (
  household_id uuid not null,
  player_id uuid not null,
  measured_on date not null,
  metres double precision not null check (metres between 0.2 and 2),
  source text not null check (source in ('walked', 'from height', 'from age')),
  primary key (household_id, player_id, measured_on),
  foreign key (household_id, player_id) references player on delete cascade
);

create table thing (
  household_id uuid not null references household on delete cascade,
  thing text not null,
  number smallint not null check (number between 1 and 99),
  primary key (household_id, thing)
);

create table space (
  household_id uuid not null references household on delete cascade,
  space_id uuid not null,
  name text not null check (length(name) between 1 and 40),
  kind text not null check (kind in ('indoors', 'patio', 'garden')),
  width double precision not null check (width between 0.5 and 120),
  length double precision not null check (length between 0.5 and 120),
  ground text not null,
  wall_side text check (wall_side in ('near', 'right', 'far', 'left')),
  wall_width double precision,
  wall_height double precision,
  behind text[] not null check (cardinality(behind) = 4),
  made_at timestamptz not null default now(),
  retired_at timestamptz,
  primary key (household_id, space_id)
);

-- A layout never changes: another geometry is another key, and times are kept by the key. One that is put away stays for its times.
create table layout (
  household_id uuid not null references household on delete cascade,
  layout_key text not null check (length(layout_key) <= 64),
  name text not null check (length(name) between 1 and 48),
  drill text not null,
  space_id uuid,
  laid jsonb not null,
  pace double precision,
  paced_by text,
  made_at timestamptz not null default now(),
  retired_at timestamptz,
  primary key (household_id, layout_key, drill)
);
create index layout_by_drill on layout (household_id, drill, made_at desc) where retired_at is null;

-- The check before the first touch, once a space and day, with the sitting that it was made for. No space is the nil id.
create table first_touch_check (
  household_id uuid not null references household on delete cascade,
  space_id uuid not null,
  day date not null,
  session_id uuid not null,
  items text[] not null,
  made_at timestamptz not null default now(),
  primary key (household_id, space_id, day)
);
create index first_touch_check_by_session on first_touch_check (household_id, session_id);

alter table pace enable row level security;
alter table thing enable row level security;
alter table space enable row level security;
alter table layout enable row level security;
alter table first_touch_check enable row level security;
create policy own_household on pace to gambeta_app using (household_id = current_household());
create policy own_household on thing to gambeta_app using (household_id = current_household());
create policy own_household on space to gambeta_app using (household_id = current_household());
create policy own_household on layout to gambeta_app using (household_id = current_household());
create policy own_household on first_touch_check to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on pace, thing, space, layout, first_touch_check to gambeta_app;
