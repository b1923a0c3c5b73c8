-- client_id leads every large table's key, so the schema can later be spread by client.

create table person (
    id            text primary key,
    email         text not null unique check (email = lower(email)),
    name          text not null,
    password_hash text not null
);

create table sign_in_failure (
    id      bigserial primary key,
    email   text not null,
    address text not null,
    at      timestamptz not null default now()
);
create index on sign_in_failure (email, at);
create index on sign_in_failure (address, at);

create table client (
    id    text primary key,
    name  text not null,
    about text not null
);

create table membership (
    person_id text not null references person,
    client_id text not null references client,
    role      text not null check (role in ('BUYER', 'APPROVER', 'VIEWER')),
    primary key (person_id, client_id)
);

create table network (
    code       text primary key,
    rulebook   jsonb not null,
    topics     jsonb not null,
    fetched_at timestamptz not null default now()
);

-- The practice clock as last seen, so that plans open while the network is away.
create table practice_clock (
    id  smallint primary key check (id = 1),
    now timestamptz not null
);

create table clock_move (
    id         text primary key,
    target     timestamptz not null,
    started_at timestamptz not null,
    state      text not null check (state in ('RUNNING', 'DONE', 'STOPPED', 'FAILED')),
    problem    text
);
create unique index one_move_at_a_time on clock_move ((true)) where state = 'RUNNING';

create table account (
    client_id            text not null references client,
    id                   text not null,
    network              text not null,
    external_id          text not null unique,
    name                 text not null,
    currency             char(3) not null,
    zone                 text not null,
    spending_limit_minor bigint,
    site_tag             text,
    report_cursor        bigint not null default 0,
    primary key (client_id, id)
);

create table audience (
    client_id   text not null references client,
    id          text not null,
    name        text not null,
    definition  jsonb not null,
    size_people bigint,
    size_fewer  boolean,
    version     integer not null,
    primary key (client_id, id)
);

create table picture (
    client_id text not null references client,
    sha256    char(64) not null,
    file_name text not null,
    format    text not null,
    width     integer not null,
    height    integer not null,
    bytes     bigint not null,
    content   bytea not null,
    preview   bytea not null,
    added_at  timestamptz not null default now(),
    primary key (client_id, sha256)
);

create table creative (
    client_id      text not null references client,
    id             text not null,
    name           text not null,
    picture_sha    char(64),
    body           text not null,
    headline       text not null,
    description    text not null,
    call_to_action text not null,
    link           text not null,
    version        integer not null,
    primary key (client_id, id),
    foreign key (client_id, picture_sha) references picture
);

create table plan (
    client_id text not null references client,
    id        text not null,
    name      text not null,
    version   integer not null default 0,
    primary key (client_id, id)
);

create table campaign (
    client_id           text not null,
    id                  text not null,
    plan_id             text not null,
    position            integer not null,
    account_id          text not null,
    name                text not null,
    objective           text not null,
    temperature         text not null,
    purpose             text not null,
    starts_on           date not null,
    ends_on             date not null,
    zone                text not null,
    currency            char(3) not null,
    daily_per_row_minor bigint not null,
    primary key (client_id, id),
    foreign key (client_id, plan_id) references plan,
    foreign key (client_id, account_id) references account
);
create index on campaign (client_id, plan_id);

create table plan_row (
    client_id   text not null,
    id          text not null,
    campaign_id text not null,
    position    integer not null,
    audience_id text not null,
    label       text not null,
    daily_minor bigint not null,
    primary key (client_id, id),
    foreign key (client_id, campaign_id) references campaign on delete cascade,
    foreign key (client_id, audience_id) references audience
);
create index on plan_row (client_id, campaign_id);
create index on plan_row (client_id, audience_id);

create table plan_column (
    client_id   text not null,
    id          text not null,
    campaign_id text not null,
    position    integer not null,
    creative_id text not null,
    primary key (client_id, id),
    foreign key (client_id, campaign_id) references campaign on delete cascade,
    foreign key (client_id, creative_id) references creative
);
create index on plan_column (client_id, campaign_id);
create index on plan_column (client_id, creative_id);

create table cell_off (
    client_id text not null,
    row_id    text not null,
    column_id text not null,
    primary key (client_id, row_id, column_id),
    foreign key (client_id, row_id) references plan_row on delete cascade,
    foreign key (client_id, column_id) references plan_column on delete cascade
);

-- Every change of a plan, with the edit that takes it back. State: DONE, UNDONE (can be redone) or DROPPED.
create table plan_edit (
    client_id text not null,
    plan_id   text not null,
    number    bigserial,
    edit_id   text not null,
    edit      jsonb not null,
    inverse   jsonb not null,
    words     text not null,
    person_id text not null references person,
    at        timestamptz not null default now(),
    state     text not null check (state in ('DONE', 'UNDONE', 'DROPPED')),
    primary key (client_id, plan_id, number),
    unique (client_id, plan_id, edit_id),
    foreign key (client_id, plan_id) references plan
);

create table launch (
    client_id   text not null,
    id          text not null,
    plan_id     text not null,
    campaign_id text not null,
    person_id   text not null references person,
    started_at  timestamptz not null default now(),
    state       text not null check (state in ('RUNNING', 'DONE', 'INCOMPLETE', 'STOPPED')),
    primary key (client_id, id)
);
create index on launch (client_id, campaign_id, started_at);
create unique index one_launch_at_a_time on launch (client_id, campaign_id) where state = 'RUNNING';

create table launch_change (
    client_id   text not null,
    launch_id   text not null,
    id          text not null,
    position    integer not null,
    action      text not null,
    level       text not null,
    item_key    text not null,
    waits_for   text,
    parent_key  text,
    name        text not null,
    external_id text,
    fields      jsonb not null,
    wanted      jsonb not null,
    payload     jsonb not null,
    state       text not null check (state in ('WAITING', 'RETRYING', 'DONE', 'FAILED')),
    tries       integer not null default 0,
    problem     text,
    primary key (client_id, launch_id, id),
    foreign key (client_id, launch_id) references launch
);

-- What is on the network, as last sent and last told.
create table live_item (
    client_id    text not null,
    campaign_id  text not null,
    item_key     text not null,
    level        text not null,
    name         text not null,
    account_id   text not null,
    external_id  text not null,
    fields       jsonb not null,
    paused       boolean not null,
    review_state text,
    reason       text,
    review_due   timestamptz,
    primary key (client_id, campaign_id, item_key)
);
create unique index on live_item (client_id, account_id, external_id);

create table result_hour (
    client_id   text not null,
    campaign_id text not null,
    row_id      text not null,
    column_id   text not null,
    hour        timestamptz not null,
    impressions bigint not null,
    clicks      bigint not null,
    conversions bigint not null,
    spend_minor bigint not null,
    primary key (client_id, campaign_id, row_id, column_id, hour)
);

-- Different people reached so far, by ad (row/column), row, column or the whole campaign. Never summed.
create table result_reach (
    client_id   text not null,
    campaign_id text not null,
    scope       text not null,
    people      bigint not null,
    primary key (client_id, campaign_id, scope)
);
