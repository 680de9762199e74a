-- What was thought of what was heard, of a set that was counted by ear: whether it may be trusted, and which sounds were in doubt.
alter table practice_set drop constraint practice_set_counted_by_check;
alter table practice_set add constraint practice_set_counted_by_check check (counted_by in ('tapped', 'typed', 'estimated', 'heard'));
alter table practice_set add column heard text check (length(heard) <= 1000);
