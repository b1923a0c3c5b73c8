-- An audience is described on one account, whose network sizes it; those kept so far were on the client's first.
alter table audience add column account_id text;
update audience a set account_id =
    (select id from account where client_id = a.client_id order by position limit 1);
alter table audience alter column account_id set not null;
alter table audience add foreign key (client_id, account_id) references account;
