-- A household is the tenant: its id comes first in every primary key, and policies keep households apart.
-- This runs as the owner. The application connects as gambeta_app, which owns nothing and cannot bypass a policy.

create function current_household() returns uuid
language sql stable
as $$ select nullif(current_setting('gambeta.household', true), '')::uuid $$;

create table household (
  household_id uuid primary key,
  name text not null check (length(name) between 2 and 40),
  password_hash text not null,
  time_zone text not null,
  created_at timestamptz not null default now()
);
create unique index household_name on household (lower(name));

create table player (
  household_id uuid not null references household on delete cascade,
  player_id uuid not null,
  nickname text not null check (length(nickname) between 1 and 24),
  birth_year smallint not null,
  preferred_foot text not null check (preferred_foot in ('left', 'right')),
  level text not null check (level in ('first weeks', 'steady', 'sharp')),
  joined_at timestamptz not null default now(),
  primary key (household_id, player_id)
);

alter table household enable row level security;
alter table player enable row level security;
create policy own_household on household to gambeta_app using (household_id = current_household());
create policy own_household on player to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on household, player to gambeta_app;

-- Before anybody is signed in there is no household to be in: this is the one way round the policy, by exact name.
create function household_for_sign_in(sign_in_name text)
returns table (household_id uuid, password_hash text)
language sql stable security definer
set search_path = public, pg_temp
as $$ select h.household_id, h.password_hash from household h where lower(h.name) = lower(sign_in_name) $$;
revoke all on function household_for_sign_in from public;
grant execute on function household_for_sign_in to gambeta_app;

-- Keys that sign the cookies, shared by all instances of the application; they belong to no household.
create table data_protection_key (
  name text primary key,
  xml text not null
);
grant select, insert on data_protection_key to gambeta_app;
