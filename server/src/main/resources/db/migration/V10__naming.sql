-- How a client's things are named and its links tracked, every version of it; the newest applies.
create table naming_scheme (
    client_id text not null references client on delete cascade,
    version   integer not null,
    scheme    jsonb not null,
    person_id text not null references person,
    at        timestamptz not null default now(),
    primary key (client_id, version)
);
