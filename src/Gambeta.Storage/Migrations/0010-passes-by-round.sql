-- Passes a minute compare within one length of round: the length is the size of the measure. Marks follow their sets; the chains of bests and what stands are
-- judged again for this measure alone. An earlier mark is beaten only by a better one, as BestChain in the core says; of two at one instant the better counts.
update mark m set measure = 'passes a minute ' || s.planned_seconds
from practice_set s
where m.measure = 'passes a minute' and s.household_id = m.household_id and s.set_id = m.set_id and s.planned_seconds is not null;
delete from mark where measure = 'passes a minute';
update mark m set is_best = judged.is_best
from (
  select household_id, set_id, measure,
    value > coalesce(max(value) over (partition by household_id, player_id, drill, measure, feet, layout order by made_at, value desc, set_id rows between unbounded preceding and 1 preceding), 0) is_best
  from mark where measure like 'passes a minute %') judged
where m.household_id = judged.household_id and m.set_id = judged.set_id and m.measure = judged.measure and m.is_best <> judged.is_best;
delete from standing where measure = 'passes a minute';
insert into standing (household_id, player_id, drill, measure, feet, layout, set_id, value, made_at, day, latest)
select household_id, player_id, drill, measure, feet, layout, set_id, value, made_at, day, array(
  select value from mark m
  where m.household_id = best.household_id and m.player_id = best.player_id and m.drill = best.drill and m.measure = best.measure and m.feet = best.feet and m.layout = best.layout and m.set_id <> best.set_id
  order by made_at desc, set_id desc limit 5)
from (
  select distinct on (household_id, player_id, drill, measure, feet, layout) *
  from mark where measure like 'passes a minute %' and is_best
  order by household_id, player_id, drill, measure, feet, layout, made_at desc) best;
update practice_day d set has_best = exists (select from mark m where m.household_id = d.household_id and m.player_id = d.player_id and m.day = d.day and m.is_best);
