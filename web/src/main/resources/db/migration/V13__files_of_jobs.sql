-- The folder beside the database in which the files of jobs lie. Restoring a backup brings its files in a new one, and
-- changes this row together with all others.
create table job_files (
    folder varchar(60) not null
);

insert into job_files (folder) values ('batches');
