-- Who is here again, taken in from a file or added under the same id, is not erased any more. That stays known as long as the erasing itself: a backup tells by it that
-- whoever it holds was here again when it was made.
alter table erased add column returned_at timestamptz;
create function erased_forget() returns void
language sql volatile security definer set search_path = public, pg_temp
as $$
  update erased e set returned_at = now() where e.of_household = current_household() and e.returned_at is null
    and (e.of_player is null or exists (select from player p where p.household_id = e.of_household and p.player_id = e.of_player))
$$;
revoke all on function erased_forget from public;
grant execute on function erased_forget to gambeta_app;

create or replace function note_erased() returns trigger
language plpgsql security definer set search_path = public, pg_temp
as $$
declare player uuid := case tg_table_name when 'player' then (to_jsonb(old) ->> 'player_id')::uuid end;
begin
  if to_jsonb(old) ->> 'demo_until' is not null then return old; end if;
  -- With its household a player goes as well: that is noted already.
  if player is not null and not exists (select from household where household_id = old.household_id and demo_until is null) then return old; end if;
  if exists (select from erased where of_household = old.household_id and of_player is not distinct from player and returned_at is null) then return old; end if;
  insert into erased (of_household, of_player) values (old.household_id, player);
  return old;
end $$;
