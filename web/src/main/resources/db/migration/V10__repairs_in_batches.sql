-- What a batch puts right in its parts before it converts them; nothing in those there are.
alter table batch add column repairs varchar(400) default '' not null;
