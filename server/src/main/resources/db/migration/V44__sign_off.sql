-- An approver's word on what a plan would send, what people say of a plan, and links for approvers without an account.
alter table client add column sign_off_demanded boolean not null default false;

create table sign_off (
    client_id  text not null references client,
    id         text not null,
    plan_id    text not null,
    number     integer not null,
    version    integer not null,
    note       text not null,
    content    jsonb not null,
    sent_by    text not null references person,
    sent_at    timestamptz not null default now(),
    asked      text references person,
    state      text not null default 'WAITING' check (state in ('WAITING', 'APPROVED', 'RETURNED', 'WITHDRAWN')),
    decided_by text references person,
    decided_as text,
    decided_at timestamptz,
    reason     text not null default '',
    paper      bytea,
    primary key (client_id, id),
    unique (client_id, plan_id, number),
    foreign key (client_id, plan_id) references plan,
    check ((state in ('APPROVED', 'RETURNED')) = (decided_as is not null))
);
create index sign_off_waiting on sign_off (client_id) where state = 'WAITING';

-- One sign-off each, for whoever has the address until it ends.
create table sign_off_link (
    id          text primary key,
    hash        text not null unique,
    client_id   text not null,
    sign_off_id text not null,
    name        text not null,
    made_by     text not null references person,
    made_at     timestamptz not null default now(),
    expires_at  timestamptz not null,
    ended_at    timestamptz,
    used_at     timestamptz,
    foreign key (client_id, sign_off_id) references sign_off
);
create index sign_off_link_of on sign_off_link (client_id, sign_off_id);

create table plan_comment (
    client_id   text not null references client,
    id          text not null,
    plan_id     text not null,
    campaign_id text,
    row_id      text,
    column_id   text,
    sign_off_id text,
    answers     text,
    says        text not null,
    person_id   text references person,
    name        text not null,
    at          timestamptz not null default now(),
    done_at     timestamptz,
    done_as     text,
    primary key (client_id, id),
    foreign key (client_id, plan_id) references plan,
    foreign key (client_id, sign_off_id) references sign_off,
    foreign key (client_id, answers) references plan_comment,
    check (campaign_id is not null or (row_id is null and column_id is null)),
    check (answers is null or done_at is null)
);
create index plan_comment_of on plan_comment (client_id, plan_id, at);
