-- Accounts stand in the order they were opened; profiles are whom ads are from.
alter table account add column position bigserial;
alter table account add column profiles jsonb not null default '[]';

create table brief (
    client_id text not null references client,
    id        text not null,
    content   jsonb not null,
    version   integer not null,
    primary key (client_id, id)
);
