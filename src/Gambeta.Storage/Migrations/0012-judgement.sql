-- What stands about each drill and foot of a player: worked out anew by the first page that reads it after a set.
create table verdict (
  household_id uuid not null,
  player_id uuid not null,
  drill text not null,
  measure text not null,
  feet text not null,
  layout text not null,
  last_day date not null,
  said jsonb not null,
  primary key (household_id, player_id, drill, measure, feet, layout),
  foreign key (household_id, player_id) references player on delete cascade
);

-- Drills of which something changed since that was worked out: whoever reads works it out first, so that storing a set waits for nothing.
create table verdict_due (
  household_id uuid not null,
  player_id uuid not null,
  drill text not null,
  primary key (household_id, player_id, drill),
  foreign key (household_id, player_id) references player on delete cascade
);

-- What was said before a set: written once when the set comes in, never changed.
create table said_before (
  household_id uuid not null,
  set_id uuid not null,
  player_id uuid not null,
  said jsonb not null,
  primary key (household_id, set_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index on said_before (household_id, player_id);

-- The decisions as they were taken: another one is another row.
create table decision (
  household_id uuid not null,
  player_id uuid not null,
  drill text not null,
  measure text not null,
  feet text not null,
  layout text not null,
  taken_at timestamptz not null default clock_timestamp(),
  day date not null,
  kind text not null,
  reasons jsonb not null,
  version smallint not null,
  primary key (household_id, player_id, drill, measure, feet, layout, taken_at),
  foreign key (household_id, player_id) references player on delete cascade
);

alter table verdict enable row level security;
alter table verdict_due enable row level security;
alter table said_before enable row level security;
alter table decision enable row level security;
create policy own_household on verdict to gambeta_app using (household_id = current_household());
create policy own_household on verdict_due to gambeta_app using (household_id = current_household());
create policy own_household on said_before to gambeta_app using (household_id = current_household());
create policy own_household on decision to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on verdict, verdict_due to gambeta_app;
grant select, insert, delete on said_before, decision to gambeta_app;

-- Sets that were taken in from a file, all at once: so that this can be undone in one step.
create table taken_in (
  household_id uuid not null,
  batch_id uuid not null,
  player_id uuid not null,
  sets uuid[] not null,
  taken_at timestamptz not null default now(),
  undone_at timestamptz,
  primary key (household_id, batch_id, player_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index on taken_in (household_id, player_id);
alter table taken_in enable row level security;
create policy own_household on taken_in to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on taken_in to gambeta_app;

-- What was played before there were verdicts.
insert into verdict_due (household_id, player_id, drill) select household_id, player_id, drill from drill_played;
