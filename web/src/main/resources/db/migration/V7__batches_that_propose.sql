-- A batch may propose its routes when it runs: once for all its files, or for each. Those there are were given theirs.
alter table batch add column proposing varchar(16) default 'given' not null;
