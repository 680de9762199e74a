-- What the PostgreSQL extension that distributes tables by a column (Citus) is told, once, as the owner, on an empty database that was
-- brought up to date by 'migrate'. It was not run: the extension is not in Debian's packages. What it asks for is held by tests against the
-- catalogue and the sources (ShardTests); docs/scale.md says what else has to be tried before anybody trusts it.

-- The same on every server.
select create_reference_table('data_protection_key');
select create_reference_table('erased');
select create_reference_table('schemaversions');

-- What finds a household. A table that is everywhere cannot refer to one that is spread: the application itself deletes what it erases.
alter table found_by drop constraint found_by_household_id_fkey;
select create_reference_table('found_by');

-- Each brake is one row of its own.
select create_distributed_table('brake', 'what');

-- For the version before only; what hangs on a spread table cannot write into one that is everywhere.
drop trigger keep_found_by on household;
drop trigger keep_found_by on calendar_feed;
drop trigger keep_found_by on hand_over;
drop trigger note_erased on household;
drop trigger note_erased on player;

-- The tables of households, each beside the household that it belongs to, what others hang on first.
select create_distributed_table('household', 'household_id');
do $$
declare t text;
begin
  foreach t in array array['player', 'favourite', 'pace', 'thing', 'space', 'layout', 'own_drill', 'first_touch_check', 'sheet', 'sitting', 'practice_set', 'set_change', 'drill_answer', 'session_end', 'pain',
    'rhythm', 'club_date', 'away', 'goal', 'place_sound', 'said_before', 'decision', 'plan', 'mark', 'practice_day', 'drill_played', 'standing', 'verdict', 'verdict_due', 'kept_view', 'sign_in', 'written',
    'taken_in', 'calendar_feed', 'hand_over', 'history_taken'] loop
    perform create_distributed_table(t, 'household_id', colocate_with => 'household');
  end loop;
end $$;
