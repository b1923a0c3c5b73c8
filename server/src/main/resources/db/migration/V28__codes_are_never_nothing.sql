-- Codes could once be kept as null, which could not be read again.
update naming_scheme set scheme = jsonb_set(scheme, '{codes}', '{"byToken": {}}')
where jsonb_typeof(scheme #> '{codes,byToken}') is distinct from 'object';
