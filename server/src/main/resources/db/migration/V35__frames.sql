-- A client's own frames, and what is written in frames.
create table frame (
    client_id text not null references client on delete cascade,
    id        text not null,
    content   jsonb not null,
    made_at   timestamptz not null default now(),
    primary key (client_id, id)
);

create table written_piece (
    client_id text not null references client on delete cascade,
    id        text not null,
    name      text not null,
    written   jsonb not null,
    version   integer not null,
    primary key (client_id, id)
);
