-- Tries are taken down before the password is looked at, so that many at once are counted as many.
alter table sign_in_failure rename to sign_in_try;
alter table sign_in_try add device char(64);
create index sign_in_try_of_device on sign_in_try (device, at) where device is not null;

-- Browsers in which a person has signed in before, by the hash of what they keep; others cannot lock them out.
create table person_device (
    hash      char(64) primary key,
    person_id text not null references person on delete cascade,
    seen_at   timestamptz not null default now()
);
create index person_device_of_person on person_device (person_id, seen_at);
