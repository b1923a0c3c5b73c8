-- What is wanted and what stands on a network are kept as settings (core.launch) instead of words that were put together for
-- reading. What was sent is told by the orders that were kept with each change; money, which plans may have taken over from a
-- network, by what was last known of the item.

create function v20_money(minor numeric, currency text) returns jsonb immutable language sql as $$
    select case when minor is not null then jsonb_build_object('minor', minor, 'currency', currency) end
$$;

-- Amounts in words have all digits of their currency's minor unit.
create function v20_budget_of_words(fields jsonb, currency text) returns jsonb immutable language sql as $$
    select case
        when coalesce(fields ->> 'money a day', '') <> '' then jsonb_build_object('basis', 'DAILY', 'money',
            v20_money(regexp_replace(fields ->> 'money a day', '\D', '', 'g')::numeric, currency))
        when coalesce(fields ->> 'money for the flight', '') <> '' then jsonb_build_object('basis', 'LIFETIME', 'money',
            v20_money(regexp_replace(fields ->> 'money for the flight', '\D', '', 'g')::numeric, currency))
    end
$$;

create function v20_settings(level text, o jsonb, currency text) returns jsonb immutable language sql as $$
    select jsonb_build_object('level', level, 'name', o -> 'name') || case level
        when 'AD' then jsonb_build_object('creative', (o -> 'creative') #- '{form,externalId}')
        else jsonb_build_object('budget', case when o -> 'budget' ? 'minor' then jsonb_build_object(
                'basis', case when (o #>> '{budget,lifetime}')::boolean then 'LIFETIME' else 'DAILY' end,
                'money', v20_money((o #>> '{budget,minor}')::numeric, currency)) end)
        end || case level
        when 'CAMPAIGN' then jsonb_build_object(
            'objective', o -> 'objective', 'firstDay', o -> 'startsOn', 'lastDay', (o ->> 'endsOn')::date - 1,
            'subject', o -> 'subject', 'apart', coalesce((o ->> 'heldApart')::boolean, false))
        when 'AD_GROUP' then jsonb_build_object(
            'audience', o -> 'audience', 'placements', o -> 'placements', 'goal', o #> '{delivery,goal}',
            'charge', o #> '{delivery,charge}', 'bid', jsonb_build_object('strategy', o #> '{delivery,strategy}',
                'amount', v20_money((o #>> '{delivery,bidMinor}')::numeric, currency)),
            'pace', o #> '{delivery,pace}',
            'hours', jsonb_build_object('week', coalesce(o #>> '{delivery,hours}', repeat('1', 168))),
            'switches', o #> '{delivery,switches}')
        else '{}' end
$$;

-- Changes: what each made of its item, and what the item was before.
alter table launch_change add column settings jsonb, add column before jsonb;
update launch_change x set settings = v20_settings(x.level, x.payload, a.currency)
from launch l join account a on a.client_id = l.client_id and a.id = l.account_id
where l.client_id = x.client_id and l.id = x.launch_id and x.action in ('CREATE', 'CHANGE') and x.payload ? 'name';

create temporary table v20_made on commit drop as
select x.client_id, l.campaign_id, x.item_key, x.launch_id, x.id, x.settings, x.action, x.state,
       row_number() over (partition by x.client_id, l.campaign_id, x.item_key order by l.started_at, x.position) as nth
from launch_change x join launch l on l.client_id = x.client_id and l.id = x.launch_id where x.settings is not null;
create index on v20_made (client_id, campaign_id, item_key, nth);

update launch_change x set before = jsonb_set(was.settings, '{budget}', coalesce(
        v20_budget_of_words(told.before, was.settings #>> '{budget,money,currency}'), was.settings -> 'budget', 'null'))
from v20_made made, lateral (
    select m.settings from v20_made m
    where m.client_id = made.client_id and m.campaign_id = made.campaign_id and m.item_key = made.item_key
      and m.nth < made.nth and m.state = 'DONE' order by m.nth desc limit 1) was,
    lateral (select coalesce(jsonb_object_agg(f ->> 'field', f ->> 'before'), '{}') as before
             from launch_change c, jsonb_array_elements(c.fields) f
             where c.client_id = made.client_id and c.launch_id = made.launch_id and c.id = made.id) told
where made.action = 'CHANGE'
  and x.client_id = made.client_id and x.launch_id = made.launch_id and x.id = made.id;
update launch_change set before = before - 'budget' where level = 'AD' and before is not null;

-- Items: how each stands, and where somebody changed it there, how it was left.
alter table live_item add column settings jsonb, add column sent jsonb, add column sent_paused boolean,
    add column removed_there boolean not null default false;
update live_item i set settings = made.settings from (
    select distinct on (client_id, campaign_id, item_key) client_id, campaign_id, item_key, settings from v20_made
    where state = 'DONE' order by client_id, campaign_id, item_key, nth desc) made
where made.client_id = i.client_id and made.campaign_id = i.campaign_id and made.item_key = i.item_key;

-- One whose orders are gone is told to the network anew at the next launch.
update live_item i set settings = v20_settings(i.level, case i.level
        when 'CAMPAIGN' then jsonb_build_object('objective', i.fields -> 'objective', 'startsOn', i.fields -> 'first day',
            'endsOn', (i.fields ->> 'last day')::date + 1, 'subject', i.fields -> 'regulated subject',
            'heldApart', i.fields ? 'ad groups')
        when 'AD_GROUP' then '{"audience": {"places": {"countries": [], "regions": [], "circles": []},
            "placesLeftOut": {"countries": [], "regions": [], "circles": []}, "presence": "LIVING", "ages": null,
            "gender": "ANY", "conditions": [], "leftOut": []}, "placements": [],
            "delivery": {"strategy": "AUTOMATIC", "pace": "EVEN", "switches": {}}}'
        else '{"creative": {"format": "", "brand": "", "media": [], "bodies": [], "headlines": [], "descriptions": [],
            "callsToAction": [], "link": "", "post": "", "cards": []}}' end::jsonb || jsonb_build_object('name', i.name), '')
where i.settings is null;

update live_item i set
    settings = i.settings || jsonb_build_object('name', coalesce(i.fields ->> 'name', i.name)) || case when i.level = 'AD' then '{}'
        else jsonb_build_object('budget', v20_budget_of_words(i.fields, a.currency)) end,
    sent = case when i.drift ?| array['name', 'money a day', 'money for the flight'] then i.settings
        || jsonb_build_object('name', coalesce(i.drift ->> 'name', i.fields ->> 'name')) || case when i.level = 'AD' then '{}'
        else jsonb_build_object('budget', v20_budget_of_words(i.fields || i.drift, a.currency)) end end,
    sent_paused = case when i.drift ? 'state' and (i.drift ->> 'state' = 'paused') <> i.paused then not i.paused end,
    removed_there = i.drift ? 'on the network'
from account a where a.client_id = i.client_id and a.id = i.account_id;

alter table live_item alter column settings set not null, drop column fields, drop column drift;
alter table live_item add column drifted boolean not null
    generated always as (sent is not null or sent_paused is not null or removed_there) stored;
alter table launch_change drop column parent_key, drop column fields, drop column wanted, drop column payload;

drop function v20_settings(text, jsonb, text);
drop function v20_budget_of_words(jsonb, text);
drop function v20_money(numeric, text);
