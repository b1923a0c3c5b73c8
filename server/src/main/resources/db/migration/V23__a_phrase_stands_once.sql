-- A text stands once in a deck; of those that were added at the same moment the first stays. Long texts are told apart by their hash.
delete from phrase p using phrase first
where first.client_id = p.client_id and first.kind = p.kind and first.text = p.text and first.number < p.number;
create unique index phrase_text on phrase (client_id, kind, md5(text));
