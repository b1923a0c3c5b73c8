create table inbox (
    name   text primary key,
    secret text not null
);
