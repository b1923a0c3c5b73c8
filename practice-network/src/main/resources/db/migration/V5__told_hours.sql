-- Told before it was corrected: reports of its day go on telling it while the correction is on its way.
alter table hour_report add column told boolean not null default false;
