-- Secrets by which receivers know us are sealed with a key from outside the database; those of before are sealed at the next start.
alter table lead_webhook add column sealed bytea;
alter table lead_webhook alter column secret drop not null;
alter table lead_webhook add constraint one_secret check ((secret is null) <> (sealed is null));
