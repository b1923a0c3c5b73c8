-- Results are kept by ad and hour with all that is counted, by account day rolled up, and by day and part (age, placement …).
-- Everything is told anew by the networks from the start, so what was kept before is not carried over.
drop table result_hour;
update account set report_cursor = 0;

-- A short number for each ad that ever brought something; facts are large and carry it instead of three ids.
create table fact_ad (
    client_id   text not null,
    ad          integer generated always as identity,
    campaign_id text not null,
    row_id      text not null,
    column_id   text not null,
    account_id  text not null,
    primary key (client_id, ad),
    unique (client_id, campaign_id, row_id, column_id)
);

-- What is counted; the tables of facts below have these columns.
create table fact_counts (
    impressions    bigint not null default 0,
    clicks         bigint not null default 0,
    spend          bigint not null default 0,
    views          bigint not null default 0,
    watched_25     bigint not null default 0,
    watched_50     bigint not null default 0,
    watched_75     bigint not null default 0,
    finished       bigint not null default 0,
    engagements    bigint not null default 0,
    visits         bigint not null default 0,
    baskets        bigint not null default 0,
    site_leads     bigint not null default 0,
    purchases      bigint not null default 0,
    view_purchases bigint not null default 0,
    installs       bigint not null default 0,
    value          bigint not null default 0,
    form_opens     bigint not null default 0,
    form_sends     bigint not null default 0,
    chats          bigint not null default 0
);

-- Money is in minor units of the account's currency. Partitions by month are made by the loader as they are needed.
create table fact_hour (
    client_id      text not null,
    day            date not null,
    ad             integer not null,
    hour           timestamptz not null,
    like fact_counts including defaults,
    primary key (client_id, day, ad, hour)
) partition by range (day);

create table fact_day (
    client_id      text not null,
    day            date not null,
    ad             integer not null,
    like fact_counts including defaults,
    primary key (client_id, day, ad)
) partition by range (day);

-- What each ad brought on a day, by the values of one breakdown, such as dimension age,gender with part 25-34,women.
create table fact_part (
    client_id      text not null,
    day            date not null,
    ad             integer not null,
    dimension      text not null,
    part           text not null,
    like fact_counts including defaults,
    primary key (client_id, day, dimension, ad, part)
) partition by range (day);

-- Days rolled up once more, for ranges that hold whole months.
create table fact_month (
    client_id      text not null,
    month          date not null,
    ad             integer not null,
    like fact_counts including defaults,
    primary key (client_id, month, ad)
);

drop table fact_counts;

-- Days whose breakdowns are to be asked for, since their hours were told or corrected; seq tells which telling it was.
create table fact_due (
    client_id  text not null,
    account_id text not null,
    day        date not null,
    seq        bigint not null,
    noted_at   timestamptz not null default now(),
    primary key (client_id, account_id, day)
);

-- Numbers of the buyer's own, and what is left of a sale before advertising, for profit.
create table own_number (
    client_id text not null references client,
    code      text not null,
    words     text not null,
    formula   text not null,
    better    text not null check (better in ('HIGH', 'LOW', 'NEITHER')),
    share     boolean not null,
    primary key (client_id, code)
);
alter table client add column margin numeric(4, 3) not null default 0.4 check (margin between 0 and 1);

-- End of the last hour that was told of an account: until then what was spent is known.
alter table account add column facts_until timestamptz;

-- Ways of looking at results that a client's people kept, as the address of the screen holds them.
create table result_view (
    client_id text not null references client,
    name      text not null,
    query     text not null,
    primary key (client_id, name)
);
