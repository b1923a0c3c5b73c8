-- Money is a day or for the whole flight, of each row or shared by the campaign; a row's may be locked against spreading.
alter table campaign rename column daily_per_row_minor to money_per_row_minor;
alter table campaign add column basis text not null default 'DAILY';
alter table campaign add column shared_minor bigint;
alter table plan_row rename column daily_minor to money_minor;
alter table plan_row add column locked boolean not null default false;

-- Edits kept so far are told in fields that have changed; they stay in the history and can no longer be undone.
update plan_edit set state = 'DROPPED';
