-- What stands follows from the sets, not from when somebody looked. What is due says since which set; a verdict says when its first set began: what changes among the
-- sets before that may change where it began. A decision says after which set of its key it was taken, counted from nought.
alter table verdict_due add column since timestamptz not null default '1900-01-01';
alter table verdict add column began_at timestamptz;
alter table decision add column nth int;
