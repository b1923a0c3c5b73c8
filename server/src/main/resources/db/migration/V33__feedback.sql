-- What customers said, without what would tell who they are, and the phrases found in it.
create table feedback (
    client_id text not null references client on delete cascade,
    id        text not null,
    name      text not null,
    kind      text not null check (kind in ('REVIEWS', 'COMMENTS', 'CHATS', 'ANSWERS')),
    made_at   timestamptz not null default now(),
    languages jsonb not null,
    aside     jsonb not null,
    primary key (client_id, id)
);

create table feedback_text (
    client_id   text not null,
    feedback_id text not null,
    number      integer not null,
    person      integer not null,
    language    text not null,
    stars       integer check (stars between 1 and 5),
    text        text not null,
    primary key (client_id, feedback_id, number),
    foreign key (client_id, feedback_id) references feedback on delete cascade
);

-- How far the search for phrases is: behind while fewer searches are done than changes of the feedback want.
create table phrase_search (
    client_id text primary key references client on delete cascade,
    wanted    integer not null,
    done      integer not null default 0,
    percent   integer not null default 0
);

create table found_phrase (
    client_id text not null references client on delete cascade,
    language  text not null,
    place     integer not null,
    content   jsonb not null,
    primary key (client_id, language, place)
);

-- Which found phrase a phrase of the copy deck was written from.
alter table phrase add column source jsonb;
