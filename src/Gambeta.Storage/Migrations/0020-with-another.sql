-- What somebody else did while a set was played, where that made another task of it: such a set is no record.
alter table practice_set add column with_other text check (with_other in ('shadows', 'serves'));
