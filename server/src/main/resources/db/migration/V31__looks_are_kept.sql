-- Looks at a running test as they were taken, with what was there then, and the day until which it was looked at; null before the first
-- day was over. What networks tell anew of those days changes no look.
alter table split_test add column looked jsonb;
