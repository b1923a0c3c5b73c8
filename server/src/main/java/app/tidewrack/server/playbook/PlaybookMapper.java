package app.tidewrack.server.playbook;

import app.tidewrack.core.playbook.Decided;
import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.playbook.Playbook;
import java.time.Instant;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.jspecify.annotations.Nullable;

@Mapper
interface PlaybookMapper {
    @Select("select rules from playbook where client_id = #{clientId}")
    Optional<Playbook> rules(String clientId);

    @Insert("""
            insert into playbook (client_id, rules) values (#{clientId}, #{rules})
            on conflict (client_id) do update set rules = excluded.rules""")
    void keepRules(String clientId, Playbook rules);

    /**
     * A row that is on a network.
     *
     * @param changedAt when it, one of its ads or its campaign was last changed there, by the practice clock
     * @param approved ads of it that may be shown
     */
    record RowOnNetwork(
            String planId,
            String campaignId,
            String rowId,
            @Nullable Instant launchedAt,
            @Nullable Instant changedAt,
            int approved) {}

    /** Rows that run: neither they nor their campaign paused. A change of names alone is none. */
    @Select("""
            select c.plan_id, g.campaign_id, g.item_key as row_id, min(l.practice_at) as launched_at,
                   max(l.practice_at) filter (where x.action <> 'CHANGE'
                       or (x.before - 'name') #- '{creative,link}' is distinct from (x.settings - 'name') #- '{creative,link}')
                       as changed_at,
                   (select count(*)::int from live_item a where a.client_id = g.client_id
                    and a.campaign_id = g.campaign_id and a.level = 'AD' and a.removed_at is null and not a.paused
                    and a.review_state = 'APPROVED' and starts_with(a.item_key, g.item_key || '/')) as approved
            from live_item g
            join campaign c on c.client_id = g.client_id and c.id = g.campaign_id
            join live_item k on k.client_id = g.client_id and k.campaign_id = g.campaign_id and k.level = 'CAMPAIGN'
                 and not k.paused and k.removed_at is null
            join launch l on l.client_id = g.client_id and l.campaign_id = g.campaign_id
            join launch_change x on x.client_id = l.client_id and x.launch_id = l.id and x.state = 'DONE'
                 and (x.item_key = g.item_key or starts_with(x.item_key, g.item_key || '/'))
            where g.client_id = #{clientId} and g.level = 'AD_GROUP' and g.removed_at is null and not g.paused
            group by c.plan_id, g.client_id, g.campaign_id, g.item_key order by c.plan_id, g.campaign_id, g.item_key""")
    List<RowOnNetwork> rows(String clientId);

    /** @param untilDay the last day on which it is put off; null unless it is */
    record Decision(
            String id,
            String planId,
            String campaignId,
            String accountId,
            String rowId,
            String label,
            Move move,
            String says,
            Decided decided,
            String reason,
            @Nullable LocalDate untilDay,
            String metric,
            @Nullable Double beforeValue,
            LocalDate day,
            String person) {}

    @Insert("""
            insert into advice_decision (client_id, id, plan_id, campaign_id, account_id, row_id, label, move, says,
                                         decided, reason, until_day, metric, before_value, day, person_id)
            values (#{clientId}, #{d.id}, #{d.planId}, #{d.campaignId}, #{d.accountId}, #{d.rowId}, #{d.label},
                    #{d.move}, #{d.says}, #{d.decided}, #{d.reason}, #{d.untilDay}, #{d.metric}, #{d.beforeValue},
                    #{d.day}, #{d.person})""")
    void decide(String clientId, Decision d);

    @Select("""
            select d.id, d.plan_id, d.campaign_id, d.account_id, d.row_id, d.label, d.move, d.says, d.decided, d.reason,
                   d.until_day, d.metric, d.before_value, d.day, p.name as person
            from advice_decision d join person p on p.id = d.person_id
            where d.client_id = #{clientId} order by d.at desc limit 500""")
    List<Decision> decisions(String clientId);
}
