-- What needs a person at every client at once: what takes thought is kept by client, the rest is asked of the tables as it is.
create table client_reckoned (
    client_id   text primary key references client,
    needs       jsonb not null,
    planned     jsonb not null,
    -- The newest deed in the trail and the newest hour told of when it was begun, by which it is known to be behind.
    deed        bigint not null,
    told        timestamptz,
    reckoned_at timestamptz not null default now()
);

-- A person's own order of their clients; null for those they never put anywhere.
alter table membership add column place integer;

-- Lines that a person does not want to see for now; one that gets more has another key, and is seen again.
create table hidden_need (
    person_id text not null,
    client_id text not null,
    key       text not null,
    hidden_at timestamptz not null default now(),
    primary key (person_id, client_id, key),
    foreign key (person_id, client_id) references membership on delete cascade
);

create index trail_newest_of_client on trail (client_id, id desc);
create index plan_edit_of_person on plan_edit (person_id, at desc);
create index lead_new on lead (client_id) where state = 'NEW';
create index live_item_refused on live_item (client_id) where level = 'AD' and review_state = 'REFUSED' and removed_at is null;
create index live_item_drifted on live_item (client_id, campaign_id) where drifted;
create index plan_comment_open on plan_comment (client_id, plan_id) where answers is null and done_at is null;
