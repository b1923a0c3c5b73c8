-- A list is made of its rows; what it is made by says nothing, instead of an empty object.
alter table source_audience alter column rule drop not null;
update source_audience set rule = null where kind = 'LIST';

-- What a test said when it was ended, by parts.
update split_test set ended = jsonb_build_object(
    'id', e -> 'id', 'name', e -> 'name', 'hypothesis', e -> 'hypothesis', 'person', e -> 'person',
    'learned', e -> 'learned', 'state', e -> 'state', 'cells', e -> 'cells', 'effects', e -> 'effects',
    'place', jsonb_build_object(
        'planId', e -> 'planId', 'campaignId', e -> 'campaignId', 'campaign', e -> 'campaign', 'network', e -> 'network',
        'currency', e -> 'currency'),
    'asked', jsonb_build_object(
        'metric', e -> 'metric', 'shape', e -> 'shape', 'variables', e -> 'variables', 'base', e -> 'base',
        'least', e -> 'least', 'power', e -> 'power', 'level', e -> 'level', 'looks', e -> 'looks',
        'perCell', e -> 'perCell', 'startsOn', e -> 'startsOn', 'lastDay', e -> 'lastDay'),
    'course', jsonb_build_object(
        'runsFrom', e -> 'runsFrom', 'until', e -> 'until', 'days', e -> 'days', 'looks', e -> 'looksTaken',
        'evidence', e -> 'evidence', 'limits', e -> 'limits', 'part', e -> 'part', 'left', e -> 'left',
        'daysLeft', e -> 'daysLeft', 'visible', e -> 'visible', 'even', e -> 'even'),
    'verdict', jsonb_build_object(
        'outcome', e -> 'outcome', 'winner', e -> 'winner', 'best', e -> 'best', 'p', e -> 'p', 'limit', e -> 'limit',
        'low', e -> 'low', 'high', e -> 'high', 'why', e -> 'why'))
from (select client_id as of_client, id as of_test, ended as e from split_test where ended is not null) was
where client_id = of_client and id = of_test;
