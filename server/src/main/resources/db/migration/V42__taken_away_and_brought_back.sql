-- What is taken away is out of sight for 30 days, in which it can be brought back, and is then erased.
alter table client add column removed_at timestamptz;
alter table client add column removed_by text references person;
create index client_removed on client (removed_at) where removed_at is not null;

alter table plan add column removed_at timestamptz;
alter table plan add column removed_by text references person;
create index plan_removed on plan (removed_at) where removed_at is not null;

-- That a client was erased, without anything of it but its id.
create table erasure (
    id        text primary key,
    client_id text not null,
    at        timestamptz not null default now(),
    person_id text references person,
    counts    jsonb not null
);
