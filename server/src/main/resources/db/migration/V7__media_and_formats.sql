-- Pictures and videos by content, in parts of at most 1 MB, so that no statement carries a whole video.
create table medium (
    client_id   text not null references client,
    sha256      char(64) not null,
    file_name   text not null,
    format      text not null,
    width       integer not null,
    height      integer not null,
    bytes       bigint not null,
    seconds     double precision,
    codec       text,
    frame_rate  double precision,
    sound       boolean,
    text_fields integer not null default 0,
    added_at    timestamptz not null default clock_timestamp(),
    primary key (client_id, sha256),
    check ((seconds is null) = (codec is null) and (seconds is null) = (frame_rate is null)
           and (seconds is null) = (sound is null))
);

create table medium_part (
    client_id text not null,
    sha256    char(64) not null,
    number    integer not null,
    content   bytea not null,
    primary key (client_id, sha256, number),
    foreign key (client_id, sha256) references medium on delete cascade
);
-- Pictures and videos are packed already.
alter table medium_part alter column content set storage external;

-- Small JPEGs: number 0 stands for the whole, later ones for the first seconds of a video.
create table medium_still (
    client_id text not null,
    sha256    char(64) not null,
    number    integer not null,
    content   bytea not null,
    primary key (client_id, sha256, number),
    foreign key (client_id, sha256) references medium on delete cascade
);

-- What a network already has.
create table medium_on_network (
    client_id text not null,
    sha256    char(64) not null,
    network   text not null,
    primary key (client_id, sha256, network),
    foreign key (client_id, sha256) references medium on delete cascade
);

-- A mend of a video, which takes a while.
create table medium_mend (
    client_id text not null,
    id        text not null,
    sha256    char(64) not null,
    state     text not null check (state in ('RUNNING', 'DONE', 'FAILED', 'STOPPED')),
    percent   integer not null default 0,
    made      char(64),
    problem   text,
    begun_at  timestamptz not null default now(),
    primary key (client_id, id),
    foreign key (client_id, sha256) references medium on delete cascade
);

insert into medium (client_id, sha256, file_name, format, width, height, bytes, added_at)
select client_id, sha256, file_name, format, width, height, bytes, added_at from picture;
insert into medium_part (client_id, sha256, number, content)
select p.client_id, p.sha256, n, substring(p.content from n * 1048576 + 1 for 1048576)
from picture p, generate_series(0, (greatest(octet_length(p.content), 1) - 1) / 1048576) n;
insert into medium_still (client_id, sha256, number, content) select client_id, sha256, 0, preview from picture;

-- A creative's content: format, media, texts, calls to action, link, cards, form and script.
alter table creative add column content jsonb;
update creative set content = jsonb_build_object(
    'format', 'single-picture',
    'media', case when picture_sha is null then '[]'::jsonb else jsonb_build_array(picture_sha) end,
    'bodies', case when body = '' then '[]'::jsonb else jsonb_build_array(body) end,
    'headlines', case when headline = '' then '[]'::jsonb else jsonb_build_array(headline) end,
    'descriptions', case when description = '' then '[]'::jsonb else jsonb_build_array(description) end,
    'callsToAction', case when call_to_action = '' then '[]'::jsonb else jsonb_build_array(call_to_action) end,
    'link', link, 'brand', '', 'post', '', 'cards', '[]'::jsonb);
alter table creative alter column content set not null, drop column picture_sha, drop column body,
    drop column headline, drop column description, drop column call_to_action, drop column link;
drop table picture;

-- The copy deck.
create table phrase (
    client_id text not null references client,
    kind      text not null check (kind in ('BODY', 'HEADLINE', 'DESCRIPTION')),
    number    integer not null,
    text      text not null,
    angle     text not null default '',
    language  text not null default '',
    primary key (client_id, kind, number)
);

-- Lead forms. Every version stays: people keep answering what their ad asked.
create table lead_form (
    client_id text not null references client,
    id        text not null,
    version   integer not null,
    name      text not null,
    content   jsonb not null,
    edits     integer not null default 1,
    made_at   timestamptz not null default now(),
    primary key (client_id, id, version)
);

create table lead_form_on_account (
    client_id   text not null,
    form_id     text not null,
    version     integer not null,
    account_id  text not null,
    external_id text not null,
    primary key (client_id, form_id, version, account_id),
    foreign key (client_id, form_id, version) references lead_form,
    foreign key (client_id, account_id) references account
);

-- Chats and direct messages.
create table script (
    client_id text not null references client,
    id        text not null,
    kind      text not null check (kind in ('CHAT', 'MESSAGE')),
    name      text not null,
    version   integer not null,
    content   jsonb not null,
    primary key (client_id, id)
);

-- Who was asked to be named in direct messages, and what they said.
create table sender (
    client_id  text not null,
    account_id text not null,
    name       text not null,
    agreed     boolean not null,
    asked_at   timestamptz not null default now(),
    primary key (client_id, account_id, name),
    foreign key (client_id, account_id) references account
);
