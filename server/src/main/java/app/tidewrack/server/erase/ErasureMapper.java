package app.tidewrack.server.erase;

import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
interface ErasureMapper {
    /** A campaign that stands on a network. */
    record OnNetwork(String network, String externalId) {}

    @Select("""
            select a.network, l.external_id from live_item l
            join account a on a.client_id = l.client_id and a.id = l.account_id
            where l.client_id = #{clientId} and l.level = 'CAMPAIGN' and l.removed_at is null
            order by l.external_id""")
    List<OnNetwork> campaigns(String clientId);

    /** Tables that keep something of clients; the trail, which keeps who did what and no more of a client than its id, is none. */
    @Select("""
            select c.relname from pg_class c join pg_attribute a on a.attrelid = c.oid
            where c.relnamespace = current_schema()::regnamespace and c.relkind in ('r', 'p') and not c.relispartition
              and a.attname = 'client_id' and not a.attisdropped and c.relname <> 'trail'
            order by c.relname""")
    List<String> tables();

    /** That a table's rows name rows of another. */
    record Names(String table, String other) {}

    @Select("""
            select distinct f.relname as table, t.relname as other
            from pg_constraint k join pg_class f on f.oid = k.conrelid join pg_class t on t.oid = k.confrelid
            where k.contype = 'f' and k.connamespace = current_schema()::regnamespace and f.oid <> t.oid
            order by 1, 2""")
    List<Names> names();

    /** Whoever would add something to it waits until this is over, and this for whoever is adding. */
    @Select("select id from client where id = #{clientId} for update")
    @Nullable
    String hold(String clientId);

    /** @param table as {@link #tables} gave it, never what anybody sent */
    @Delete("delete from ${table} where client_id = #{clientId}")
    int delete(String table, String clientId);

    /** Jobs are named by the client they are for, and what of it. One that is being worked on finds nothing and ends. */
    @Delete("""
            delete from scheduled_tasks
            where not picked and (task_instance = #{clientId} or starts_with(task_instance, #{clientId} || '/'))""")
    int deleteJobs(String clientId);

    @Delete("delete from client where id = #{clientId}")
    int deleteClient(String clientId);

    /**
     * What goes with a client, as a person counts it.
     *
     * @param runningAds that are paused here when it is taken away
     * @param byHand campaigns that people entered on networks without a connector, and must end there
     */
    record Means(
            String name,
            long runningAds,
            long byHand,
            long plans,
            long audiences,
            long creatives,
            long media,
            long leads,
            long people) {}

    @Select("""
            with entered as (select a.client_id, a.id from account a join network n on n.code = a.network
                             where (n.rulebook -> 'byHand')::boolean)
            select c.name,
                   (select count(*) from live_item a join live_item k on k.client_id = a.client_id
                        and k.campaign_id = a.campaign_id and k.level = 'CAMPAIGN'
                    where a.client_id = c.id and a.level = 'AD' and a.removed_at is null and k.removed_at is null
                      and not a.paused and not k.paused
                      and (a.client_id, a.account_id) not in (select client_id, id from entered)) as running_ads,
                   (select count(*) from live_item k join entered e on e.client_id = k.client_id and e.id = k.account_id
                    where k.client_id = c.id and k.level = 'CAMPAIGN' and k.removed_at is null) as by_hand,
                   (select count(*) from plan where client_id = c.id) as plans,
                   (select count(*) from audience where client_id = c.id) as audiences,
                   (select count(*) from creative where client_id = c.id) as creatives,
                   (select count(*) from medium where client_id = c.id) as media,
                   (select count(*) from lead where client_id = c.id) as leads,
                   (select count(*) from membership where client_id = c.id) as people
            from client c where c.id = #{clientId}""")
    Optional<Means> means(String clientId);

    @Update(
            "update client set removed_at = now(), removed_by = #{personId} where id = #{clientId} and removed_at is null")
    int remove(String clientId, String personId);

    @Update("update client set removed_at = null, removed_by = null where id = #{clientId} and removed_at is not null")
    int bringBack(String clientId);

    /** Clients that were taken away so many days ago. */
    @Select("select id from client where removed_at < now() - make_interval(days => #{days}) order by removed_at")
    List<String> due(int days);

    /** Rows by table. */
    @JsonColumn
    record Counts(@JsonValue Map<String, Integer> all) {
        @JsonCreator
        public Counts {}
    }

    @Insert(
            "insert into erasure (id, client_id, person_id, counts, by_hand) values (#{id}, #{clientId}, #{personId}, #{counts}, #{byHand})")
    void certify(String id, String clientId, @Nullable String personId, Counts counts, long byHand);

    /** @param byHand campaigns that were left to people to end, on networks without a connector */
    record Certificate(
            String id,
            String clientId,
            Instant at,
            @Nullable String person,
            Counts counts,
            long byHand) {}

    String CERTIFICATES = """
            select e.id, e.client_id, e.at, p.name as person, e.counts, e.by_hand
            from erasure e left join person p on p.id = e.person_id
            """;

    @Select(CERTIFICATES + "order by e.at desc limit 500")
    List<Certificate> certificates();

    @Select(CERTIFICATES + "where e.id = #{id}")
    Optional<Certificate> certificate(String id);

    /** Plans that were taken away so many days ago and never launched; those that were are kept for what they brought. */
    record DuePlan(String clientId, String id) {}

    @Select("""
            select p.client_id, p.id from plan p
            where p.removed_at < now() - make_interval(days => #{days})
              and not exists (select 1 from launch l where l.client_id = p.client_id and l.plan_id = p.id)
              and not exists (select 1 from split_test t where t.client_id = p.client_id and t.plan_id = p.id)
            limit 100""")
    List<DuePlan> duePlans(int days);

    /** Tables whose rows are of a plan. */
    @Select("""
            select c.relname from pg_class c
            where c.relnamespace = current_schema()::regnamespace and c.relkind in ('r', 'p') and not c.relispartition
              and (select count(*) from pg_attribute a where a.attrelid = c.oid and not a.attisdropped
                   and a.attname in ('client_id', 'plan_id')) = 2
            order by c.relname""")
    List<String> tablesOfPlans();

    /** @param table as {@link #tablesOfPlans} gave it, never what anybody sent */
    @Delete("delete from ${table} where client_id = #{clientId} and plan_id = #{planId}")
    int deleteOfPlan(String table, String clientId, String planId);

    @Delete("delete from plan where client_id = #{clientId} and id = #{planId}")
    int deletePlan(String clientId, String planId);
}
