-- Definitions take several countries, regions and any conditions; those kept so far have one country and some interests.
update audience set definition = jsonb_build_object(
    'places', jsonb_build_object(
        'countries', case when jsonb_array_length(definition -> 'places') = 0
                          then jsonb_build_array(definition -> 'country') else '[]'::jsonb end,
        'regions', '[]'::jsonb,
        'circles', coalesce((select jsonb_agg(p || jsonb_build_object('country', definition -> 'country'))
                             from jsonb_array_elements(definition -> 'places') p), '[]'::jsonb)),
    'placesLeftOut', '{"countries": [], "regions": [], "circles": []}'::jsonb,
    'presence', 'LIVING',
    'ages', definition -> 'ages',
    'gender', definition -> 'gender',
    'conditions', case when jsonb_array_length(definition -> 'interests') = 0 then '[]'::jsonb
        else jsonb_build_array(jsonb_build_object('terms',
            (select jsonb_agg(jsonb_build_object('kind', 'INTEREST', 'code', i))
             from jsonb_array_elements(definition -> 'interests') i))) end,
    'leftOut', '[]'::jsonb)
where definition ? 'country';

-- Rulebooks are read anew in their wider form.
delete from network;
