-- The first practice network knew one network, pictures only and no forms; nothing of it carries over but the clock.
drop table reach_day, hour_report, ad, ad_group, campaign, picture, answered;

create table account (
    network              text not null,
    id                   text not null,
    name                 text not null,
    currency             char(3) not null,
    zone                 text not null,
    country              char(2) not null,
    site                 text,
    profiles             jsonb not null,
    spending_limit_minor bigint,
    primary key (network, id)
);

-- Who was asked to be named as sender of direct messages.
create table sender (
    network text not null,
    account text not null,
    name    text not null,
    agreed  boolean not null,
    primary key (network, account, name),
    foreign key (network, account) references account
);

-- What was answered to a creating call and to which content, so that the same key never creates twice.
create table answered (
    network         text not null,
    idempotency_key text not null,
    content         bigint not null,
    created_id      text not null,
    primary key (network, idempotency_key)
);

create table medium (
    sha256  char(64) primary key,
    video   boolean not null,
    format  text not null,
    width   int not null,
    height  int not null,
    seconds double precision not null,
    bytes   bigint not null
);

create table creative (
    id      text primary key,
    network text not null,
    account text not null,
    content jsonb not null,
    foreign key (network, account) references account
);

create table form (
    id      text primary key,
    network text not null,
    account text not null,
    content jsonb not null,
    foreign key (network, account) references account
);

create table source_audience (
    network    text not null,
    account    text not null,
    id         text not null,
    rule       jsonb not null,
    people     bytea not null,
    rows       bigint not null,
    duplicates bigint not null,
    version    int not null,
    primary key (network, account, id),
    foreign key (network, account) references account
);

create table campaign (
    id      text primary key,
    network text not null,
    account text not null,
    content jsonb not null,
    paused  boolean not null default false,
    removed boolean not null default false,
    foreign key (network, account) references account
);
create index on campaign (network, account, id);

create table ad_group (
    id          text primary key,
    campaign_id text not null references campaign,
    content     jsonb not null,
    paused      boolean not null default false,
    removed     boolean not null default false
);
create index on ad_group (campaign_id);

create table ad (
    id           text primary key,
    ad_group_id  text not null references ad_group,
    creative_id  text not null references creative,
    name         text not null,
    paused       boolean not null default false,
    removed      boolean not null default false,
    review_state text not null,
    reason       text,
    submitted_at timestamptz not null,
    review_due   timestamptz not null
);
create index on ad (ad_group_id);
create index on ad (creative_id);
create index on ad (review_due) where review_state = 'IN_REVIEW';

-- What an ad has brought so far, as delivery keeps it.
create table ad_state (
    ad_id text primary key references ad,
    state bytea not null
);

-- Spent by a campaign or ad group a day, in ten-thousandths of a minor unit.
create table day_spend (
    owner text not null,
    day   date not null,
    tiny  bigint not null,
    primary key (owner, day)
);
create index on day_spend (day);

-- One row an ad and hour; content holds all measures with their breakdowns, packed. seq grows when a row is corrected.
create table hour_report (
    seq          bigserial primary key,
    ad_id        text not null references ad,
    network      text not null,
    account      text not null,
    hour         timestamptz not null,
    day          date not null,
    visible_from timestamptz not null,
    spend_minor  bigint not null,
    impressions  bigint not null,
    content      bytea not null,
    unique (ad_id, hour)
);
create index on hour_report (network, account, seq);

-- Purchases that come after their click.
create table late_event (
    id          bigserial primary key,
    ad_id       text not null references ad,
    hour        timestamptz not null,
    day         date not null,
    due         timestamptz not null,
    cell        bigint not null,
    measure     text not null,
    value_minor bigint not null,
    person      int not null
);
create index on late_event (due);

-- Real people reached, as a compressed bitmap, by ad and account day.
create table reach_day (
    ad_id  text not null references ad,
    day    date not null,
    people bytea not null,
    primary key (ad_id, day)
);

-- Who did what with something of a client's, by day.
create table tie_day (
    scope   text not null,
    kind    text not null,
    subject text not null,
    day     date not null,
    people  bytea not null,
    primary key (scope, kind, subject, day)
);

create table lead (
    seq     bigserial primary key,
    network text not null,
    account text not null,
    ad_id   text not null references ad,
    form    text not null,
    at      timestamptz not null,
    content jsonb not null
);
create index on lead (network, account, seq);

create table chat_thread (
    seq     bigserial primary key,
    network text not null,
    account text not null,
    ad_id   text not null references ad,
    at      timestamptz not null,
    content jsonb not null
);
create index on chat_thread (network, account, seq);

create table report_job (
    id       text primary key,
    network  text not null,
    account  text not null,
    question jsonb not null,
    state    text not null,
    rows     bigint not null default 0,
    problem  text,
    made_at  timestamptz not null
);

create table report_page (
    job_id  text not null references report_job,
    page    int not null,
    content bytea not null,
    primary key (job_id, page)
);
