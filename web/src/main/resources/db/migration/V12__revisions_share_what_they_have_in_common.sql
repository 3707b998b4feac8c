-- A revision is told by what differs from the state with the number in "base", or by itself. Those kept before this
-- stay as they are, whole in the column that each table had.
alter table map_revision add column base integer;
alter table map_revision add column difference blob;
alter table map_revision alter column document drop not null;

alter table kept_crosswalk_revision add column base integer;
alter table kept_crosswalk_revision add column difference blob;
alter table kept_crosswalk_revision alter column document drop not null;

alter table crosswalk_revision add column base integer;
alter table crosswalk_revision add column difference blob;
alter table crosswalk_revision alter column routes drop not null;

alter table part_revision add column base integer;
alter table part_revision add column difference blob;
alter table part_revision alter column content drop not null;
