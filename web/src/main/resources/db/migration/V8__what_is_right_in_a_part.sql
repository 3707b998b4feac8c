-- From where on something in a part counts as a discrepancy, where that is not what is usual.
create table part_figures (
    part_id bigint primary key references part (id),
    bounce_milliseconds integer not null,
    crosstalk_milliseconds integer not null,
    crosstalk_percent integer not null,
    shortest_milliseconds integer not null,
    longest_bars integer not null,
    pedal_per_second integer not null
);

-- Discrepancies of which somebody has said that they are right.
create table part_accepted (
    part_id bigint not null references part (id),
    discrepancy varchar(120) not null,
    primary key (part_id, discrepancy)
);
