-- What a ball sounds like in a space, learned from ten seconds of quiet and ten touches: a mean and a spread of each band, no sound. No space is the nil id.
create table place_sound (
  household_id uuid not null references household on delete cascade,
  space_id uuid not null,
  ball text not null check (ball in ('usual', 'soft', 'small')),
  sound text not null check (length(sound) <= 400),
  learned_on date not null,
  primary key (household_id, space_id, ball)
);
alter table place_sound enable row level security;
create policy own_household on place_sound to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on place_sound to gambeta_app;
