-- How many people an audience has was kept with it and again by its definition, and the two said different things. It stands once, by
-- the definition; sizes that are not there yet are asked for anew.
alter table audience drop column size_people, drop column size_fewer;
