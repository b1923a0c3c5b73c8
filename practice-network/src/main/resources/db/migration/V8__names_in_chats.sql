-- As people show themselves to those they chat with; null where they do not.
alter table chat_thread add column name text;
