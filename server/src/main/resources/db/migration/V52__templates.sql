-- Campaigns kept as what others are made like: definitions only, seen by whoever works for the client that each was kept for.
create table template (
    client_id text not null references client,
    id        text not null,
    name      text not null,
    content   jsonb not null,
    made_by   text not null references person,
    made_at   timestamptz not null default now(),
    primary key (client_id, id)
);
create unique index template_name on template (client_id, lower(name));
