-- Undo is by sheet: the campaigns that an edit changes. To put a campaign into a plan or take it out is not taken back on its sheet.
alter table plan_edit add column campaigns jsonb not null generated always as (
    case when edit ->> 'edit' = 'RemoveCampaign' then '[]'::jsonb
         else jsonb_path_query_array(edit, '$.campaignId')
              || jsonb_path_query_array(edit, '$.edits[*].campaignId')
              || jsonb_path_query_array(edit, '$.edits[*].edits[*].campaignId') end) stored;

create index plan_edit_undone on plan_edit (client_id, plan_id, number) where state = 'UNDONE';
