-- How what belongs to a day came in over the days after it, so that it is known how much is still to come. An hour's age in days when
-- it was first told; null for hours that were told before this was kept, from which nothing can be learned.
alter table fact_hour add column first_age smallint;

create table fact_told (
    like fact_month including defaults,
    account_id  text not null,
    day         date not null,
    -- Of the day, in days, when its hours were told first, and when this more was told of them.
    first_age   smallint not null,
    age         smallint not null,
    primary key (client_id, account_id, day, first_age, age),
    foreign key (client_id, account_id) references account on delete cascade
);
alter table fact_told drop column month, drop column ad;

-- When the network was last asked, by its own clock: what it had not told by then had not come.
alter table account add column told_until timestamptz;
