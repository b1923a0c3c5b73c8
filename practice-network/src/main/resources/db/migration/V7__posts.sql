create table post (
    seq     bigint generated always as identity,
    network text    not null,
    account text    not null,
    id      text    primary key,
    content jsonb   not null,
    still   bytea,
    removed boolean not null default false,
    foreign key (network, account) references account (network, id)
);

create index post_by_account on post (network, account, seq);
