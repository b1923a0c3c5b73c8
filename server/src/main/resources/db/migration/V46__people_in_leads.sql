-- Whom a lead is from, by every address and number they gave, hashed with a key that is not in the database; how long leads are kept; that
-- somebody was erased, without whom; and who may see leads at all.
create table lead_mark (
    client_id text not null,
    lead_id   text not null,
    -- HMAC-SHA-256, of no use with another client.
    mark      char(64) not null,
    primary key (client_id, lead_id, mark),
    foreign key (client_id, lead_id) references lead on delete cascade
);
create index lead_mark_same on lead_mark (client_id, mark);

-- Those that came before are marked by the server, which has the key.
alter table lead add column marked boolean not null default false;
create index lead_unmarked on lead (client_id, id) where not marked;
drop index lead_by_person;
alter table lead drop column person;

alter table client add column leads_kept_days integer check (leads_kept_days between 1 and 3650);

create table lead_erasure (
    client_id text not null references client,
    id        text not null,
    at        timestamptz not null default now(),
    -- Who did it; null where their time was over.
    by        text references person,
    leads     integer not null,
    primary key (client_id, id)
);
create index lead_erasure_newest on lead_erasure (client_id, at desc);

-- What networks and receivers are told of it. What they need to find them is forgotten as soon as they answered.
create table lead_erasure_notice (
    client_id  text not null,
    erasure_id text not null,
    -- An account; the receiver of leads where it is empty.
    account_id text not null,
    found_by   jsonb,
    state      text not null default 'WAITING' check (state in ('WAITING', 'TAKEN', 'NOT_TAKEN')),
    tries      integer not null default 0,
    next_at    timestamptz not null default now(),
    problem    text,
    primary key (client_id, erasure_id, account_id),
    foreign key (client_id, erasure_id) references lead_erasure on delete cascade
);
create index lead_erasure_notice_due on lead_erasure_notice (next_at) where state = 'WAITING';

alter table membership add column sees_leads boolean not null default false;
update membership set sees_leads = role = 'BUYER';
