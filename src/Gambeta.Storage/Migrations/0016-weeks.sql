-- The weeks: how often a player practises, what is played elsewhere, what comes between, what it is all towards, and a calendar to read it by.
create table rhythm (
  household_id uuid not null,
  player_id uuid not null,
  school text not null,
  minutes smallint not null check (minutes between 5 and 90),
  days text[] not null,
  since date not null,
  club jsonb not null check (length(club::text) <= 2000),
  primary key (household_id, player_id),
  foreign key (household_id, player_id) references player on delete cascade
);

create table club_date (
  household_id uuid not null,
  player_id uuid not null,
  day date not null,
  kind text not null,
  minutes smallint not null check (minutes between 10 and 180),
  primary key (household_id, player_id, day, kind),
  foreign key (household_id, player_id) references player on delete cascade
);

create table away (
  household_id uuid not null,
  player_id uuid not null,
  away_id uuid not null,
  kind text not null,
  first_day date not null,
  last_day date not null check (last_day >= first_day),
  primary key (household_id, away_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index away_by_player on away (household_id, player_id, last_day desc);

create table goal (
  household_id uuid not null,
  player_id uuid not null,
  goal_id uuid not null,
  kind text not null,
  drill text,
  value numeric(6, 1),
  by_day date,
  set_on date not null,
  dropped_at timestamptz,
  primary key (household_id, goal_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index goal_by_player on goal (household_id, player_id);

-- The address of a calendar is a secret: what is looked up is its digest, and what is shown again is kept sealed by the application.
create table calendar_feed (
  household_id uuid not null,
  player_id uuid not null,
  digest bytea not null unique,
  sealed text not null,
  says_name boolean not null default false,
  made_at timestamptz not null default now(),
  primary key (household_id, player_id),
  foreign key (household_id, player_id) references player on delete cascade
);

do $$
declare t text;
begin
  foreach t in array array['rhythm', 'club_date', 'away', 'goal', 'calendar_feed'] loop
    execute format('alter table %I enable row level security', t);
    execute format('create policy own_household on %I to gambeta_app using (household_id = current_household())', t);
    execute format('grant select, insert, update, delete on %I to gambeta_app', t);
  end loop;
end $$;

-- The last day whose session had records to try for.
alter table plan add column tested_on date;

-- Whose calendar an address is: asked before any household is known.
create function calendar_of(asked bytea) returns table (household_id uuid, player_id uuid)
language sql stable security definer set search_path = public, pg_temp
as $$ select f.household_id, f.player_id from calendar_feed f where f.digest = asked $$;
revoke all on function calendar_of(bytea) from public;
grant execute on function calendar_of(bytea) to gambeta_app;
