-- What networks told of ads that no plan here knows: made by hand, or known to a database that was restored since. It is kept until
-- the ad is known, and told.
create table hour_unknown (
    client_id   text not null,
    account_id  text not null,
    external_ad text not null,
    hour        timestamptz not null,
    -- By the code of the measure.
    counts      jsonb not null,
    primary key (client_id, account_id, external_ad, hour),
    foreign key (client_id, account_id) references account on delete cascade
);
