package app.tidewrack.server.plan.edit;

import app.tidewrack.core.plan.PlanEdit;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;

/** Campaigns that were taken out of a plan, as its journal has them; they can be brought back for a while. */
@Mapper
public interface CampaignRemovals {
    /** The newest removal of each that is in the plan no more. */
    String REMOVED = """
            from (select distinct on (e.edit ->> 'campaignId') e.edit ->> 'campaignId' as id, e.inverse, e.at, e.person_id
                  from plan_edit e
                  where e.client_id = #{clientId} and e.plan_id = #{planId} and e.state = 'DONE'
                    and e.edit ->> 'edit' = 'RemoveCampaign' and e.at > now() - make_interval(days => #{days})
                  order by e.edit ->> 'campaignId', e.number desc) r
            join person p on p.id = r.person_id
            where not exists (select 1 from campaign c where c.client_id = #{clientId} and c.id = r.id)
            """;

    /** A campaign that was taken away and can be brought back. */
    record RemovedCampaign(String id, String name, Instant removedAt, String removedBy) {}

    @Select("select r.id, r.inverse #>> '{campaign,facts,name}' as name, r.at as removed_at, p.name as removed_by "
            + REMOVED + " order by r.at desc")
    List<RemovedCampaign> removed(String clientId, String planId, int days);

    /** What takes its removal back. */
    @Select("select r.inverse " + REMOVED + " and r.id = #{campaignId}")
    Optional<PlanEdit> inverse(String clientId, String planId, String campaignId, int days);
}
