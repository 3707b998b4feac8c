-- Everything that has a history can be removed and brought back in the same way.
alter table crosswalk add column removed_at timestamp(6) with time zone;
