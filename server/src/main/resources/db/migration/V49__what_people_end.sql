-- Campaigns on networks without a connector are ended by people; a certificate says how many were left to them.
alter table erasure add by_hand integer not null default 0;
