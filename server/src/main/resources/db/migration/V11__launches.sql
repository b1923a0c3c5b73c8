-- The account a launch sends to stays what it was when it began, whatever happens to the plan.
alter table launch add column account_id text;
update launch l set account_id = c.account_id from campaign c where c.client_id = l.client_id and c.id = l.campaign_id;
delete from launch_change x using launch l
where l.client_id = x.client_id and l.id = x.launch_id and l.account_id is null;
delete from launch where account_id is null;
alter table launch alter column account_id set not null;

-- A launch that is handed over waits for the ids that a person got; it is never sent.
alter table launch add column by_hand boolean not null default false;
alter table launch drop constraint launch_state_check;
alter table launch add constraint launch_state_check
    check (state in ('RUNNING', 'DONE', 'INCOMPLETE', 'STOPPED', 'BY_HAND'));
drop index one_launch_at_a_time;
create unique index one_launch_at_a_time on launch (client_id, campaign_id) where state in ('RUNNING', 'BY_HAND');

create index on launch_change (client_id, launch_id, waits_for);

-- What was removed stays for its results. Made anew, it is another item on the network: its generation is part of the key
-- that keeps it from being made twice. Drift is what we sent, by field, where somebody changed it on the network since.
alter table live_item add column removed_at timestamptz;
alter table live_item add column generation integer not null default 0;
alter table live_item add column drift jsonb not null default '{}';

-- The campaign an ad is in is looked up for each ad of a plan.
create index on live_item (client_id, campaign_id) where level = 'CAMPAIGN';
