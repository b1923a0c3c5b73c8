-- Ids are made of what is ordered, and looked up before they are given.
create index on answered (created_id);
