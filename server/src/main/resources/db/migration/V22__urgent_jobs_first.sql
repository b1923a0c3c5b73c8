-- Jobs from before priorities come after none of those with one.
update scheduled_tasks set priority = 50 where priority is null;
