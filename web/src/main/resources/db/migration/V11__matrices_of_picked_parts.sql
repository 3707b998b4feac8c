-- The parts that were picked for a matrix, by their addresses; all with the label in those there are.
alter table matrix_run add column parts clob default '' not null;
