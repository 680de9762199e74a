-- What was erased, by its id alone, for as long as a backup may still hold it: after a restore it is erased again. Copies of the demo are nobody's.
create table erased (
  of_household uuid not null,
  of_player uuid,
  erased_at timestamptz not null default now()
);
create function note_erased() returns trigger
language plpgsql security definer
set search_path = public, pg_temp
as $$
begin
  delete from erased where erased_at < now() - interval '30 days';
  if tg_table_name = 'household' then
    if old.demo_until is null then insert into erased (of_household) values (old.household_id); end if;
  -- With its household a player goes as well: that is noted already.
  elsif exists (select from household where household_id = old.household_id and demo_until is null) then
    insert into erased (of_household, of_player) values (old.household_id, old.player_id);
  end if;
  return old;
end $$;
revoke all on function note_erased from public;
create trigger note_erased after delete on household for each row execute function note_erased();
create trigger note_erased after delete on player for each row execute function note_erased();
