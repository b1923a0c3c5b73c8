-- A row may keep to a part of its audience: one slice of each variable that it was split by.
alter table plan_row add column narrowing jsonb not null default '{"slices": []}';

-- Why a cell is no ad; empty when it is merely switched off.
alter table cell_off add column why text not null default '';

-- Sizes that an account's network told, by the hash of the definition, so that sheets open while it is away.
create table known_size (
    client_id  text not null,
    account_id text not null,
    hash       text not null,
    people     bigint not null,
    fewer      boolean not null,
    told_at    timestamptz not null default now(),
    primary key (client_id, account_id, hash),
    foreign key (client_id, account_id) references account on delete cascade
);

-- Edits kept so far are told in words of kinds that have changed; they stay in the history and can no longer be undone.
update plan_edit set state = 'DROPPED';

-- How a row is delivered: goal, charge, bid, placements, pace, hours and switches.
alter table plan_row add column delivery jsonb not null default jsonb_build_object(
    'goal', null, 'charge', null,
    'bid', jsonb_build_object('strategy', 'AUTOMATIC', 'amount', null),
    'showing', jsonb_build_object('how', 'USUAL', 'codes', jsonb_build_array()),
    'pace', 'EVEN',
    'hours', jsonb_build_object('week', repeat('1', 168)),
    'switches', jsonb_build_object());

-- What an account's network told of bids, in minor units, by what was asked.
create table known_bid (
    client_id       text not null,
    account_id      text not null,
    asked           text not null,
    from_minor      bigint not null,
    suggested_minor bigint not null,
    to_minor        bigint not null,
    told_at         timestamptz not null default now(),
    primary key (client_id, account_id, asked),
    foreign key (client_id, account_id) references account on delete cascade
);

-- Warnings and hints that somebody looked at and left, with the reason; row and column are empty where it concerns the sheet.
create table silenced_finding (
    client_id   text not null,
    campaign_id text not null,
    rule        text not null,
    row_id      text not null,
    column_id   text not null,
    why         text not null,
    person_id   text not null references person,
    at          timestamptz not null default now(),
    primary key (client_id, campaign_id, rule, row_id, column_id),
    foreign key (client_id, campaign_id) references campaign on delete cascade
);
