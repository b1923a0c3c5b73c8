-- What people sent: filled-in forms, and chats they began. Personal data: seen only by the client's people, erased on request.
create table lead (
    client_id   text not null references client,
    id          text not null,
    account_id  text not null,
    kind        text not null check (kind in ('FORM', 'CHAT')),
    network_seq bigint not null,
    external_ad text not null,
    form_id     text,
    form_version integer,
    came_at     timestamptz not null,
    content     jsonb not null,
    -- A hash of e-mail or phone that is of use within this client alone; null when neither was given.
    person      char(64),
    state       text not null default 'NEW' check (state in ('NEW', 'CONTACTED', 'WON', 'LOST')),
    note        text not null default '',
    version     integer not null default 1,
    primary key (client_id, id),
    unique (client_id, account_id, kind, network_seq),
    foreign key (client_id, account_id) references account
);
create index lead_by_time on lead (client_id, came_at desc, id);
create index lead_by_person on lead (client_id, person) where person is not null;

create table lead_cursor (
    client_id  text not null,
    account_id text not null,
    kind       text not null check (kind in ('FORM', 'CHAT')),
    cursor     bigint not null default 0,
    primary key (client_id, account_id, kind),
    foreign key (client_id, account_id) references account
);

-- Where new leads are sent on to.
create table lead_webhook (
    client_id text primary key references client,
    url       text not null,
    secret    text not null,
    active    boolean not null
);

create table lead_delivery (
    client_id text not null,
    lead_id   text not null,
    state     text not null check (state in ('WAITING', 'SENT', 'FAILED')),
    tries     integer not null default 0,
    status    integer,
    problem   text,
    next_at   timestamptz not null default now(),
    last_at   timestamptz,
    primary key (client_id, lead_id),
    foreign key (client_id, lead_id) references lead on delete cascade
);
create index lead_delivery_due on lead_delivery (next_at) where state = 'WAITING';
