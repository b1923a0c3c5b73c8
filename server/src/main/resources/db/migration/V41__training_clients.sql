-- Whether made-up clients to practise with are being loaded or taken away; a job goes on with it after a restart.
create table training (
    id      smallint primary key default 1 check (id = 1),
    state   text not null check (state in ('NONE', 'LOADING', 'LOADED', 'REMOVING', 'FAILED')),
    done    int not null default 0,
    of      int not null default 0,
    problem text,
    person_id text references person
);
insert into training (state) values ('NONE');
