-- The day on which a player last played each drill: kept beside what it follows from, like practice_day, since Today and the logbook ask for it each time.
create table drill_played (
  household_id uuid not null,
  player_id uuid not null,
  drill text not null,
  last_day date not null,
  primary key (household_id, player_id, drill),
  foreign key (household_id, player_id) references player on delete cascade
);
insert into drill_played (household_id, player_id, drill, last_day)
select household_id, player_id, drill, max(day) from practice_set where removed_at is null group by household_id, player_id, drill;

alter table drill_played enable row level security;
create policy own_household on drill_played to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on drill_played to gambeta_app;
