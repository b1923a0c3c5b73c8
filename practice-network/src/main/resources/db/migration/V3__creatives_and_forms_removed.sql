-- What no ad shows any more can be removed; ads that were removed keep what they showed, for their late numbers.
alter table creative add column removed boolean not null default false;
alter table form add column removed boolean not null default false;
