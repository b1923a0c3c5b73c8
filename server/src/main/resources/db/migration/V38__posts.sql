-- What a client's profiles put up by themselves, as their networks told it last.
create table post (
    client_id  text not null,
    account_id text not null,
    id         text not null,
    content    jsonb not null,
    has_still  boolean not null,
    -- Fetched once; empty when the network had none after all.
    still      bytea,
    -- It was told before and is not any more.
    removed    boolean not null default false,
    -- Somebody looked at what a rule proposed and left it.
    aside      boolean not null default false,
    primary key (client_id, account_id, id),
    foreign key (client_id, account_id) references account on delete cascade
);
alter table post alter column still set storage external;

-- Until which hour posts of an account were told.
create table post_told (
    client_id  text not null,
    account_id text not null,
    until      timestamptz not null,
    told_at    timestamptz not null default now(),
    primary key (client_id, account_id),
    foreign key (client_id, account_id) references account on delete cascade
);

-- When a post is proposed as an ad.
create table post_rule (
    client_id text not null references client on delete cascade,
    id        text not null,
    rule      jsonb not null,
    added_at  timestamptz not null default now(),
    primary key (client_id, id)
);
