-- The regulated subject that a campaign is on, as its network is told; null for none.
alter table campaign add column subject text;
