-- The clock stands still until someone moves it. It starts on Tuesday 9 March 2027, 06:00 UTC.
create table clock (
    id  smallint primary key check (id = 1),
    now timestamptz not null
);
insert into clock (id, now) values (1, '2027-03-09T06:00:00Z');

-- What was answered to a creating call, so that the same key never creates twice.
create table answered (
    idempotency_key text primary key,
    created_id      text not null
);

create table picture (
    sha256  char(64) primary key,
    content bytea not null
);

create sequence item_number start 1001;

create table campaign (
    id        text primary key,
    account   text not null,
    name      text not null,
    objective text not null,
    starts_on date not null,
    ends_on   date not null,
    zone      text not null,
    currency  char(3) not null,
    paused    boolean not null
);

create table ad_group (
    id          text primary key,
    campaign_id text not null references campaign,
    name        text not null,
    audience    jsonb not null,
    daily_minor bigint not null,
    paused      boolean not null
);
create index on ad_group (campaign_id);

create table ad (
    id             text primary key,
    ad_group_id    text not null references ad_group,
    name           text not null,
    body           text not null,
    headline       text not null,
    description    text not null,
    call_to_action text not null,
    link           text not null,
    picture_sha    char(64) not null references picture,
    paused         boolean not null,
    review_state   text not null,
    reason         text,
    submitted_at   timestamptz not null,
    review_due     timestamptz not null
);
create index on ad (ad_group_id);
create index on ad (review_due) where review_state = 'IN_REVIEW';

-- Spend is kept in ten-thousandths of a minor unit; reports tell whole minor units that add up.
create table hour_report (
    seq          bigserial primary key,
    ad_id        text not null references ad,
    hour         timestamptz not null,
    day          date not null,
    impressions  bigint not null,
    clicks       bigint not null,
    conversions  bigint not null,
    spend_tiny   bigint not null,
    spend_minor  bigint not null,
    unique (ad_id, hour)
);
create index on hour_report (day);

-- Real people reached, as a compressed bitmap, by ad and account day.
create table reach_day (
    ad_id  text not null references ad,
    day    date not null,
    people bytea not null,
    primary key (ad_id, day)
);
