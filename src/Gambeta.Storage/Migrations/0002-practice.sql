-- One row a finished set. A removed set keeps its row, so that removing can be undone.
create table practice_set (
  household_id uuid not null,
  set_id uuid not null,
  session_id uuid not null,
  player_id uuid not null,
  drill text not null,
  layout text not null,
  set_order smallint not null,
  feet text not null check (feet in ('left', 'right', 'both')),
  started_at timestamptz not null,
  day date not null,
  worked_ms integer not null check (worked_ms > 0),
  planned_seconds smallint check (planned_seconds > 0),
  counted_by text not null check (counted_by in ('tapped', 'typed', 'estimated')),
  touches_left integer not null check (touches_left >= 0),
  touches_right integer not null check (touches_right >= 0),
  clean_reps integer,
  slips integer,
  longest_run integer,
  clips integer,
  try_touches integer[],
  try_dropped boolean[],
  removed_at timestamptz,
  primary key (household_id, set_id),
  foreign key (household_id, player_id) references player on delete cascade,
  check (cardinality(try_touches) = cardinality(try_dropped))
);
create index practice_set_by_day on practice_set (household_id, player_id, day, started_at) where removed_at is null;
create index practice_set_by_drill on practice_set (household_id, player_id, drill, day) where removed_at is null;
create index practice_set_by_session on practice_set (household_id, session_id) where removed_at is null;

-- The marks of each set, written by the rules of the core; is_best says which of them form the chain of bests.
create table mark (
  household_id uuid not null,
  set_id uuid not null,
  measure text not null,
  player_id uuid not null,
  drill text not null,
  feet text not null,
  layout text not null,
  value numeric(9, 1) not null,
  made_at timestamptz not null,
  day date not null,
  is_best boolean not null,
  primary key (household_id, set_id, measure),
  foreign key (household_id, set_id) references practice_set on delete cascade
);
create index mark_by_key on mark (household_id, player_id, drill, measure, feet, layout, made_at desc);
create index mark_best_by_key on mark (household_id, player_id, drill, measure, feet, layout, made_at desc) include (value, day, set_id) where is_best;
create index mark_best_by_day on mark (household_id, player_id, day) include (set_id) where is_best;

-- What pages read most, kept beside what it follows from and written anew in the same transaction: days added up,
-- and the standing best of each key with the latest other values of it, newest first.
create table practice_day (
  household_id uuid not null,
  player_id uuid not null,
  day date not null,
  touches_left integer not null,
  touches_right integer not null,
  has_best boolean not null,
  primary key (household_id, player_id, day),
  foreign key (household_id, player_id) references player on delete cascade
);
create table standing (
  household_id uuid not null,
  player_id uuid not null,
  drill text not null,
  measure text not null,
  feet text not null,
  layout text not null,
  set_id uuid not null,
  value numeric(9, 1) not null,
  made_at timestamptz not null,
  day date not null,
  latest numeric(9, 1)[] not null,
  primary key (household_id, player_id, drill, measure, feet, layout),
  foreign key (household_id, player_id) references player on delete cascade
);

-- What a set was before each edit or removal. The id is made by whoever asks for the change, so asking twice changes once.
create table set_change (
  household_id uuid not null,
  change_id uuid not null,
  set_id uuid not null,
  before jsonb not null,
  made_at timestamptz not null default now(),
  primary key (household_id, change_id),
  foreign key (household_id, set_id) references practice_set on delete cascade
);

alter table practice_set enable row level security;
alter table mark enable row level security;
alter table set_change enable row level security;
alter table practice_day enable row level security;
alter table standing enable row level security;
create policy own_household on practice_day to gambeta_app using (household_id = current_household());
create policy own_household on standing to gambeta_app using (household_id = current_household());
create policy own_household on practice_set to gambeta_app using (household_id = current_household());
create policy own_household on mark to gambeta_app using (household_id = current_household());
create policy own_household on set_change to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on practice_set, mark, set_change, practice_day, standing to gambeta_app;
