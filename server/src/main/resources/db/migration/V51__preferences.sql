-- How a person has things look and written; what they never chose is the agency's way, or that of the language.
alter table person add column look text not null default 'SYSTEM' check (look in ('SYSTEM', 'LIGHT', 'DARK'));
alter table person add column language text;
alter table person add column week_starts text check (week_starts in ('MONDAY', 'SATURDAY', 'SUNDAY'));
alter table person add column miles boolean not null default false;
alter table person add column letters boolean not null default true;
