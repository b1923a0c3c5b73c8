-- Hours of the day rolled up by month, in the account's zone: by hour over months would read every hour there ever was.
create table fact_clock (
    client_id      text not null,
    month          date not null,
    ad             integer not null,
    hour           smallint not null check (hour between 0 and 23),
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
    chats          bigint not null default 0,
    primary key (client_id, month, ad, hour)
);
insert into fact_clock (client_id, month, ad, hour, impressions, clicks, spend, views, watched_25, watched_50, watched_75, finished, engagements, visits, baskets, site_leads, purchases, view_purchases, installs, value, form_opens, form_sends, chats)
select h.client_id, date_trunc('month', h.day)::date, h.ad, extract(hour from h.hour at time zone a.zone),
       sum(h.impressions), sum(h.clicks), sum(h.spend), sum(h.views), sum(h.watched_25), sum(h.watched_50), sum(h.watched_75), sum(h.finished), sum(h.engagements), sum(h.visits), sum(h.baskets), sum(h.site_leads), sum(h.purchases), sum(h.view_purchases), sum(h.installs), sum(h.value), sum(h.form_opens), sum(h.form_sends), sum(h.chats)
from fact_hour h join fact_ad n on n.client_id = h.client_id and n.ad = h.ad
join account a on a.client_id = n.client_id and a.id = n.account_id
group by 1, 2, 3, 4;
