-- What a picture or film looks like: its colour, a face as people say, the mark, and what a film of shots begins with.
alter table medium add column colour text,
    add column face boolean,
    add column marked boolean not null default false,
    add column opens char(64);
-- The names that marked pictures were given.
update medium set marked = true where file_name ~ ', marked\.[a-z]+$';

-- When an ad began to show what it shows, by the network's clock; null where it never showed anything else.
alter table live_item add column shows_since timestamptz;
