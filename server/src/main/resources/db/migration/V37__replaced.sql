-- What creatives said and showed before something was replaced in them, so that it can be taken back.
create table creative_replacement (
    client_id text not null references client on delete cascade,
    id        text not null,
    before    jsonb not null,
    made_at   timestamptz not null default now(),
    primary key (client_id, id)
);
