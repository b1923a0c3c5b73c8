-- How often work was asked for since it was last done: what is asked for while it is being done is done once more.
create table wanted_work (
    job      text not null,
    instance text not null,
    wanted   bigint not null,
    primary key (job, instance)
);
insert into wanted_work
select task_name, task_instance, 1 from scheduled_tasks
where task_name in ('ask-sizes', 'seek-phrases', 'carry-out-change', 'training-clients', 'move-clock');
