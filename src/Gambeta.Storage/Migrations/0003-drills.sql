-- Two more ways of measuring: hits out of tries, and a ladder (its goes stand in try_touches and try_dropped).
alter table practice_set add column hits integer, add column misses integer, add column is_ladder boolean;

-- Heading is off until a household turns it on. The version counts the changes of its own drills, so that a read of them can be kept.
alter table household
  add column heading boolean not null default false,
  add column drills_version integer not null default 0;

-- A household's own drill cards, in the words of a card file. One that was taken off the shelf stays for the sets played with it.
create table own_drill (
  household_id uuid not null references household on delete cascade,
  drill_id text not null check (drill_id like 'own-%' and length(drill_id) <= 64),
  card text not null check (length(card) <= 20000),
  made_at timestamptz not null default now(),
  retired_at timestamptz,
  primary key (household_id, drill_id)
);
alter table own_drill enable row level security;
create policy own_household on own_drill to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on own_drill to gambeta_app;
