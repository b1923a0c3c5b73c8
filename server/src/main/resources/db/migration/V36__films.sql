-- Long work on a client's media, one after the other; what a server that stopped left is taken up by the next.
create table media_job (
    client_id text not null references client on delete cascade,
    id        text not null,
    number    bigint not null generated always as identity,
    name      text not null,
    work      jsonb not null,
    state     text not null check (state in ('WAITING', 'RUNNING', 'DONE', 'FAILED', 'STOPPED')),
    percent   integer not null default 0,
    tries     integer not null default 0,
    made      char(64),
    problem   text,
    ended_at  timestamptz,
    -- When a server that has it in hand last said so.
    held_at   timestamptz not null default now(),
    primary key (client_id, id)
);
create index media_job_open on media_job (client_id, number) where state in ('WAITING', 'RUNNING');
drop table medium_mend;

-- The picture that is seen before a video plays.
alter table medium add column poster char(64),
    add foreign key (client_id, poster) references medium (client_id, sha256) on delete set null (poster);

create table film (
    client_id text not null references client on delete cascade,
    id        text not null,
    name      text not null,
    content   jsonb not null,
    version   integer not null,
    primary key (client_id, id)
);

-- What was made of a film; one that was made stays when the next is.
create table film_made (
    client_id text not null,
    film_id   text not null,
    sha256    char(64) not null,
    made_at   timestamptz not null default now(),
    primary key (client_id, film_id, sha256),
    foreign key (client_id, film_id) references film on delete cascade,
    foreign key (client_id, sha256) references medium on delete cascade
);

create table sound (
    client_id text not null references client on delete cascade,
    sha256    char(64) not null,
    file_name text not null,
    format    text not null,
    seconds   double precision not null,
    content   bytea not null,
    added_at  timestamptz not null default now(),
    primary key (client_id, sha256)
);
alter table sound alter column content set storage external;

-- A client's colours and mark on what is made for it.
create table client_look (
    client_id text primary key references client on delete cascade,
    content   jsonb not null
);

-- What an ad shows names its videos' posters.
update live_item set settings = jsonb_set(settings, '{creative,posters}', '[]') where settings -> 'creative' is not null;
update live_item set sent = jsonb_set(sent, '{creative,posters}', '[]') where sent -> 'creative' is not null;
update launch_change set settings = jsonb_set(settings, '{creative,posters}', '[]') where settings -> 'creative' is not null;
update launch_change set before = jsonb_set(before, '{creative,posters}', '[]') where before -> 'creative' is not null;
