-- When a launch began by the practice clock, which days of results go by.
alter table launch add column practice_at timestamptz;
update launch set practice_at = (select now from practice_clock);

-- A test of rows of one campaign, set up before it runs. What it says follows from facts until it is ended; then it is kept.
create table split_test (
    client_id   text not null,
    id          text not null,
    plan_id     text not null,
    campaign_id text not null,
    account_id  text not null,
    name        text not null,
    hypothesis  text not null,
    metric      text not null,
    base        double precision not null,
    least       double precision not null,
    power       double precision not null,
    level       double precision not null,
    looks       integer not null,
    per_cell    double precision not null,
    starts_on   date not null,
    last_day    date not null,
    -- Rows with their labels and the value of each variable that differs, as they were when it was set up.
    cells       jsonb not null,
    person_id   text not null references person,
    set_up_at   timestamptz not null default now(),
    -- People of each row as the network told them, by practice day so that it is not asked again and again.
    people      jsonb not null default '{}',
    people_on   date,
    ended_at    timestamptz,
    ended       jsonb,
    learned     text not null default '',
    primary key (client_id, id),
    foreign key (client_id, account_id) references account
);
create unique index one_test_at_a_time on split_test (client_id, campaign_id) where ended_at is null;
