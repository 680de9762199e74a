-- How a household shares practice between the feet, and how much the other foot gets at most while it catches up.
alter table household add column feet_school text not null default 'catch up' check (feet_school in ('catch up', 'even'));
alter table household add column catch_up_cap smallint not null default 60 check (catch_up_cap between 51 and 75);

-- What stands is worked out anew: it says more than before.
insert into verdict_due (household_id, player_id, drill) select distinct household_id, player_id, drill from verdict on conflict do nothing;
