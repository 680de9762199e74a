-- A device that is signed in lets another one in by a short code: one at a time, for two minutes, once.
create table hand_over (
  household_id uuid primary key references household on delete cascade,
  digest bytea not null unique,
  until timestamptz not null
);
alter table hand_over enable row level security;
create policy own_household on hand_over to gambeta_app using (household_id = current_household());
grant select, insert, update, delete on hand_over to gambeta_app;

-- Whom a code lets in: asked before any household is known, and used up by asking.
create function hand_over_taken(asked bytea, at timestamptz) returns uuid
language sql volatile security definer set search_path = public, pg_temp
as $$ delete from hand_over h where h.digest = asked and h.until > at returning h.household_id $$;
revoke all on function hand_over_taken(bytea, timestamptz) from public;
grant execute on function hand_over_taken(bytea, timestamptz) to gambeta_app;
