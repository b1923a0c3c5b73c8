-- Whose house this is: one row, once the first person has named it.
create table agency (
    id         smallint primary key default 1 check (id = 1),
    name       text not null,
    colour     text not null check (colour ~ '^#[0-9a-f]{6}$'),
    accent     text not null check (accent ~ '^#[0-9a-f]{6}$'),
    currency   text not null,
    zone       text not null,
    language   text not null,
    founded_at timestamptz not null default now()
);

-- A person without a password has been invited and has not come yet; one who left keeps their name on their work.
alter table person alter column password_hash drop not null;
alter table person add column administrator boolean not null default false;
alter table person add column training boolean not null default false;
alter table person add column closed_at timestamptz;
alter table person add column second_factor bytea;
alter table person add column second_factor_step bigint;

create table recovery_code (
    person_id text not null references person on delete cascade,
    hash      char(64) not null,
    primary key (person_id, hash)
);

create table person_link (
    hash       char(64) primary key,
    person_id  text not null unique references person on delete cascade,
    made_by    text not null references person,
    made_at    timestamptz not null default now(),
    expires_at timestamptz not null
);

-- What a program shows instead of signing in.
create table program_token (
    id         text primary key,
    hash       char(64) not null unique,
    name       text not null,
    person_id  text not null references person on delete cascade,
    client_id  text references client on delete cascade,
    role       text not null check (role in ('BUYER', 'APPROVER', 'VIEWER')),
    made_at    timestamptz not null default now(),
    expires_at timestamptz not null,
    used_at    timestamptz
);
create index program_token_of_person on program_token (person_id);

alter table client add column domains jsonb not null default '[]';
alter table client add column currencies jsonb not null default '[]';
alter table client add column training boolean not null default false;

-- Who did what. A line is never changed, and not deleted before its time.
create table trail (
    id        bigserial primary key,
    at        timestamptz not null default now(),
    person_id text references person,
    token_id  text,
    client_id text,
    deed      text not null,
    things    jsonb not null default '{}',
    refused   boolean not null default false
);
create index trail_newest on trail (at desc, id desc);
create index trail_of_client on trail (client_id, at desc);
create index trail_of_person on trail (person_id, at desc);

create function trail_stays() returns trigger language plpgsql as $$
begin
    if tg_op = 'DELETE' and old.at < now() - interval '2 years' then
        return old;
    end if;
    raise exception 'the trail is only added to';
end $$;
create trigger trail_stays before update or delete on trail for each row execute function trail_stays();

-- Who could give rights until now keeps them; what the agency is called is for them to say.
update person set administrator = true where id in (select person_id from membership where role = 'BUYER');
insert into agency (name, colour, accent, currency, zone, language)
select 'Our agency', '#2f5b50', '#c1764a', 'GBP', 'Europe/London', 'en-GB' where exists (select 1 from person);
