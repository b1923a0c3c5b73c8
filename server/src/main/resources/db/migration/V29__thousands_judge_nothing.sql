-- What a thousand impressions cost rests on no count, so rows are no longer judged by it; the usual number takes its place.
update playbook set rules = jsonb_set(rules, '{judged}', coalesce(
    (select jsonb_agg(t) from jsonb_array_elements(rules -> 'judged') t where t ->> 'metric' <> 'cpm'), '[]'))
where rules -> 'judged' @> '[{"metric": "cpm"}]';
