-- Who said where text is on a picture or a video's beginning, and what it says; when a video is first heard.
alter table medium
    add column text_by    text not null default 'NOBODY' check (text_by in ('NOBODY', 'READER', 'PERSON')),
    add column text_says  text not null default '',
    add column sound_from double precision;
update medium set text_by = 'PERSON' where text_fields <> 0;
