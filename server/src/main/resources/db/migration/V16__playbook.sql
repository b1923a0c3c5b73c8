-- A client's own rules of decision; clients without a line go by the usual ones.
create table playbook (
    client_id text primary key references client,
    rules     jsonb not null
);

-- What people made of advice. Days are account days by the practice clock; the number before is what the row was judged by.
create table advice_decision (
    client_id    text not null,
    id           text not null,
    plan_id      text not null,
    campaign_id  text not null,
    account_id   text not null,
    row_id       text not null,
    label        text not null,
    move         text not null,
    says         text not null,
    decided      text not null check (decided in ('TAKEN', 'PUT_OFF', 'REFUSED')),
    reason       text not null default '',
    until_day    date,
    metric       text not null,
    before_value double precision,
    day          date not null,
    person_id    text not null references person,
    at           timestamptz not null default now(),
    primary key (client_id, id),
    foreign key (client_id, account_id) references account
);
create index on advice_decision (client_id, campaign_id, row_id, day);
