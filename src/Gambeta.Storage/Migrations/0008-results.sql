-- What a set came to stands as one JSON by its way of measuring, beside what is common to all sets: a new measure needs no new column.
-- The old columns said by which of them was filled what kind of set it was; ten of them, and a line of text for the rest.
create function result_of_columns(s jsonb) returns jsonb
language sql immutable
as $$
  with said as (
    select s ->> 'detail' detail, trim(split_part(s ->> 'detail', ':', 2)) listed, s -> 'try_touches' as tries,
      coalesce((select string_agg(case e::text when 'true' then 'd' when 'false' then 's' else 'a' end, '' order by i)
        from jsonb_array_elements(case jsonb_typeof(s -> 'try_dropped') when 'array' then s -> 'try_dropped' else '[]' end) with ordinality x(e, i)), '') ends,
      jsonb_typeof(s -> 'try_touches') = 'array' is_tried)
  select jsonb_build_object('result_version', 1) || case
    when detail like 'stations %:%' then jsonb_build_object('measured_by', 'stations time', 'result', jsonb_build_object(
      'stations', substring(detail from '^stations (\d+)')::int, 'tries', to_jsonb(array_remove(string_to_array(listed, ' '), '')::int[])))
    when detail like 'points:%' then jsonb_build_object('measured_by', 'target points', 'result', jsonb_build_object(
      'points', to_jsonb(array_remove(string_to_array(listed, ' '), '')::int[])))
    when detail like 'inside:%' then jsonb_build_object('measured_by', 'trap heights', 'result', jsonb_build_object(
      'inside', to_jsonb(array_remove(string_to_array(listed, ' '), '')::int[])))
    when detail like 'strikes:%' then jsonb_build_object('measured_by', 'strikes by zone', 'result', jsonb_build_object(
      'feet', regexp_replace(listed, '[^lr]', '', 'g'), 'zones', to_jsonb(array_remove(string_to_array(regexp_replace(listed, '[lr]', '', 'g'), ' '), '')::int[])))
    when is_tried and (s ->> 'is_ladder')::boolean then jsonb_build_object('measured_by', 'ladder rung', 'result', jsonb_build_object('tries', tries, 'ends', ends)
      || case when detail like 'rung after %' then jsonb_build_object('took', substring(detail from '^rung after (.+)$')::numeric) else '{}' end)
    when is_tried and detail = 'run in' then jsonb_build_object('measured_by', 'run in touches', 'result', jsonb_build_object('tries', tries, 'ends', ends))
    when is_tried then jsonb_build_object('measured_by', 'best streak', 'result', jsonb_build_object('tries', tries, 'ends', ends))
    when s ->> 'hits' is not null then jsonb_build_object('measured_by', 'hits out of tries', 'result', jsonb_build_object('hits', s -> 'hits', 'misses', coalesce((s ->> 'misses')::int, 0)))
    when s ->> 'clean_reps' is not null then jsonb_build_object('measured_by', 'clean reps', 'result', jsonb_build_object('clean', s -> 'clean_reps', 'slips', coalesce((s ->> 'slips')::int, 0)))
    when s ->> 'longest_run' is not null then jsonb_build_object('measured_by', 'clean passes', 'result', jsonb_build_object('longest', s -> 'longest_run', 'slips', coalesce((s ->> 'slips')::int, 0)))
    -- Runs from before penalties could be chosen cost a second each.
    when s ->> 'clips' is not null then jsonb_build_object('measured_by', 'course time', 'result', jsonb_build_object('clips', s -> 'clips',
      'penalty', coalesce(substring(detail from '^penalty ([0-9.]+)')::numeric, 1), 'void', coalesce(detail like '% void', false)))
    else jsonb_build_object('measured_by', 'touches in a round', 'result', '{}'::jsonb)
  end from said
$$;

alter table practice_set add measured_by text, add result_version smallint, add result jsonb;
update practice_set s set (measured_by, result_version, result) = (
  select of ->> 'measured_by', (of ->> 'result_version')::smallint, of -> 'result' from result_of_columns(to_jsonb(s)) of);
alter table practice_set
  alter measured_by set not null, alter result_version set not null, alter result set not null,
  add check (jsonb_typeof(result) = 'object'),
  drop clean_reps, drop slips, drop longest_run, drop clips, drop try_touches, drop try_dropped, drop hits, drop misses, drop is_ladder, drop detail;

-- What a set was before a change, and what was counted while it was played, in the same form.
update set_change set before = before - array['clean_reps', 'slips', 'longest_run', 'clips', 'try_touches', 'try_dropped', 'hits', 'misses', 'is_ladder', 'detail'] || result_of_columns(before);
update practice_set set played = played - array['clean_reps', 'slips', 'longest_run', 'clips', 'try_touches', 'try_dropped', 'hits', 'misses', 'is_ladder', 'detail'] || result_of_columns(played)
where played is not null;
drop function result_of_columns;
