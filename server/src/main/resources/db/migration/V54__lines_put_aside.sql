-- Lines of networks' reports that are not believed or could not be read, until they are told anew.
create table line_aside (
    client_id  text not null,
    account_id text not null,
    -- Breakdowns of the report, with commas between; empty for hours.
    report     text not null,
    -- Ad, and hour or day, as far as they can be read; else empty.
    ad         text not null,
    at         text not null,
    kind       text not null,
    field      text not null,
    told       text not null,
    bound      bigint,
    since      timestamptz not null default now(),
    primary key (client_id, account_id, report, ad, at),
    foreign key (client_id, account_id) references account on delete cascade
);
