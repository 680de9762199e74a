-- A household's whole history that is taken in from a file: looked at first, then taken, then perhaps back out. The file is kept packed until then, an hour at most.
create table history_taken (
  household_id uuid not null references household on delete cascade,
  batch_id uuid not null,
  looked_at timestamptz not null default now(),
  file bytea,
  taken_at timestamptz,
  undone_at timestamptz,
  sets integer not null default 0,
  rows jsonb,
  primary key (household_id, batch_id)
);
alter table history_taken enable row level security;
create policy own_household on history_taken to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on history_taken to gambeta_app;
