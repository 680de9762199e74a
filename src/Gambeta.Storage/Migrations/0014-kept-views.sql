-- Goes up with everything that is judged anew of a player: what was worked out under an older number is old.
alter table player add column judged bigint not null default 0;

-- Parts of pages that are heavy to work out, as they were shown: they follow from the rest, and go with it.
create table kept_view (
  household_id uuid not null,
  player_id uuid not null,
  view text not null,
  stamp text not null,
  body text not null,
  primary key (household_id, player_id, view),
  foreign key (household_id, player_id) references player on delete cascade
);
alter table kept_view enable row level security;
create policy own_household on kept_view to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on kept_view to gambeta_app;
