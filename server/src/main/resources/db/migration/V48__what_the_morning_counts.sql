-- What the morning counts of all clients at once, without going through all their ads, leads and launches.
create index live_item_approved on live_item (client_id, campaign_id)
    where level = 'AD' and review_state = 'APPROVED' and not paused and removed_at is null;
create index live_campaign_running on live_item (client_id, campaign_id, account_id)
    where level = 'CAMPAIGN' and not paused and removed_at is null;
create index lead_unseen on lead (client_id) where state = 'NEW';
create index launch_running on launch (client_id, campaign_id) where state = 'RUNNING';
