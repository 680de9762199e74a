-- Cards that a player marked: they stand on top of the shelf.
create table favourite (
  household_id uuid not null,
  player_id uuid not null,
  drill_id text not null check (length(drill_id) <= 64),
  marked_at timestamptz not null default now(),
  primary key (household_id, player_id, drill_id),
  foreign key (household_id, player_id) references player on delete cascade
);
alter table favourite enable row level security;
create policy own_household on favourite to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on favourite to gambeta_app;
