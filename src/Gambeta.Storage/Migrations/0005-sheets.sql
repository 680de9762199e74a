-- Sheets that a household put together. Its drills are lines of text, the same as in the file of the ready ones.
create table sheet (
  household_id uuid not null references household on delete cascade,
  sheet_id uuid not null,
  name text not null check (length(name) between 1 and 48),
  items text not null check (length(items) <= 4000),
  minutes smallint check (minutes between 1 and 180),
  changed_at timestamptz not null default now(),
  retired_at timestamptz,
  primary key (household_id, sheet_id)
);

-- Every tap of a set with its time, and what a result holds beyond the counts: both as lines of text.
alter table practice_set
  add column events text check (length(events) <= 400000),
  add column detail text;

-- How a drill of a sitting went, in the player's own words: one press each, all of it may be missing.
create table drill_answer (
  household_id uuid not null,
  session_id uuid not null,
  player_id uuid not null,
  item smallint not null check (item between 0 and 99),
  drill text not null,
  control text,
  fault text,
  other_foot text,
  answered_at timestamptz not null,
  primary key (household_id, session_id, item),
  foreign key (household_id, player_id) references player on delete cascade
);

-- How a sitting ended: how hard it was and a note. The sheet is its id or a ready one's name.
create table session_end (
  household_id uuid not null,
  session_id uuid not null,
  player_id uuid not null,
  sheet text,
  effort smallint check (effort between 1 and 10),
  note text check (length(note) <= 500),
  ended_at timestamptz not null,
  primary key (household_id, session_id),
  foreign key (household_id, player_id) references player on delete cascade
);

-- Something hurt: where, and when a grown-up said that practice may go on. Nothing else is known about it.
create table pain (
  household_id uuid not null,
  pain_id uuid not null,
  player_id uuid not null,
  session_id uuid,
  part text not null,
  day date not null,
  cleared_on date,
  primary key (household_id, pain_id),
  foreign key (household_id, player_id) references player on delete cascade
);
create index pain_open on pain (household_id, player_id) where cleared_on is null;

-- What a clipped marker costs in this household, in seconds.
alter table household add column clip_penalty numeric(3, 1) not null default 1 check (clip_penalty between 0 and 10);

alter table sheet enable row level security;
alter table drill_answer enable row level security;
alter table session_end enable row level security;
alter table pain enable row level security;
create policy own_household on sheet to gambeta_app using (household_id = current_household());
create policy own_household on drill_answer to gambeta_app using (household_id = current_household());
create policy own_household on session_end to gambeta_app using (household_id = current_household());
create policy own_household on pain to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on sheet, drill_answer, session_end, pain to gambeta_app;
