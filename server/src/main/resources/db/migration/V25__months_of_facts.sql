-- Months of facts are tables of their own, which their owner makes for whoever may write facts. Two nodes take turns.
create function make_fact_month(month date) returns void language plpgsql security definer set search_path = public, pg_temp as $$
declare
    suffix text := to_char(month, '_YYYY_MM');
    fact   text;
begin
    if to_regclass('fact_part' || suffix) is not null then
        return;
    end if;
    perform pg_advisory_xact_lock(x'7469646577726163'::bit(64)::bigint);
    foreach fact in array array ['fact_hour', 'fact_day', 'fact_part'] loop
        execute format('create table if not exists %I partition of %I for values from (%L) to (%L) with (fillfactor = 80)',
                       fact || suffix, fact, date_trunc('month', month)::date,
                       (date_trunc('month', month) + interval '1 month')::date);
    end loop;
end $$;
