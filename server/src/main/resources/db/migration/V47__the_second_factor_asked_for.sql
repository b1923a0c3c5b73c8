-- Of whom the agency asks a second factor beside their password.
alter table agency add column second_factor text not null default 'NOBODY'
    check (second_factor in ('NOBODY', 'ADMINISTRATORS', 'EVERYBODY'));
