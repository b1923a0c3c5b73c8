-- What each version of a plan changed of the one before, so that an edit which was made on an older version is laid over the newer one
-- where it changes something else. Only the last versions are kept.
create table plan_touched (
    client_id text not null,
    plan_id   text not null,
    version   integer not null,
    things    jsonb not null,
    person_id text not null references person,
    words     text not null,
    primary key (client_id, plan_id, version),
    foreign key (client_id, plan_id) references plan on delete cascade
);
