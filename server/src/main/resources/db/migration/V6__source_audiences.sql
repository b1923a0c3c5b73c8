-- People with a tie to the client. Of a customer list only counts are kept, never a row.
create table source_audience (
    client_id  text not null references client,
    id         text not null,
    name       text not null,
    kind       text not null check (kind in ('LIST', 'SITE', 'VIDEO', 'FORM', 'PROFILE')),
    rule       jsonb not null,
    state      text not null check (state in ('READING', 'SENDING', 'READY', 'STOPPED')),
    rows       bigint not null default 0,
    duplicates bigint not null default 0,
    unusable   jsonb not null default '{}',
    made_at    timestamptz not null default now(),
    primary key (client_id, id)
);

-- A source as one account's network knows it.
create table source_on_account (
    client_id   text not null,
    source_id   text not null,
    account_id  text not null,
    external_id text not null,
    people      bigint not null,
    fewer       boolean not null,
    match_rate  double precision,
    told_at     timestamptz not null default now(),
    primary key (client_id, source_id, account_id),
    foreign key (client_id, source_id) references source_audience on delete cascade,
    foreign key (client_id, account_id) references account
);
