-- The session that is planned for a player's day: what was asked for, the drills as lines of a sheet, and why each of them. One a player; it follows from the rest.
create table plan (
  household_id uuid not null,
  player_id uuid not null,
  plan_id uuid not null,
  day date not null,
  ask jsonb not null,
  items text not null check (length(items) <= 4000),
  told jsonb not null,
  chosen boolean not null default false,
  stamp text not null,
  primary key (household_id, player_id),
  unique (household_id, plan_id),
  foreign key (household_id, player_id) references player on delete cascade
);
alter table plan enable row level security;
create policy own_household on plan to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on plan to gambeta_app;
