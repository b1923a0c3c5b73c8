package app.tidewrack.server.splittest;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.time.LocalDate;
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
interface SplitTestMapper {
    @JsonColumn
    record Cells(@JsonValue List<TestCell> all) {
        @JsonCreator
        public Cells {}
    }

    /** How many people the network shares out to each row, by its id. */
    @JsonColumn
    record People(@JsonValue Map<String, Long> ofRow) {
        static final People NONE = new People(Map.of());

        @JsonCreator
        public People {}
    }

    /**
     * A cell as a look found it.
     *
     * @param counts by the code of the measure; results as the row seeks them
     * @param come the part that had come in, by then, of what is counted
     * @param days how its days differed in what decides
     */
    record LookedCell(Map<String, Long> counts, long people, double come, DayBlocks days) {}

    /** @param dispersion by how much days varied more than chance, by then */
    record KeptLook(int number, LocalDate day, double dispersion, List<LookedCell> cells) {}

    /**
     * What was looked at so far.
     *
     * @param until the last day at whose end it was looked at; null before the first
     */
    @JsonColumn
    record Looked(@Nullable LocalDate until, List<KeptLook> looks) {
        static final Looked NOTHING = new Looked(null, List.of());
    }

    /**
     * @param looked null before the first day is over
     * @param ended what it said when it was ended; null while it is not
     * @param campaign its name; null when it is no longer in the plan
     */
    record StoredTest(
            String id,
            String planId,
            String campaignId,
            String accountId,
            String name,
            String hypothesis,
            String metric,
            double base,
            double least,
            double power,
            double level,
            int looks,
            double perCell,
            LocalDate startsOn,
            LocalDate lastDay,
            Cells cells,
            String person,
            Instant setUpAt,
            People people,
            @Nullable LocalDate peopleOn,
            @Nullable Looked looked,
            @Nullable TestView ended,
            String learned,
            @Nullable String campaign) {}

    String TEST = """
            select t.id, t.plan_id, t.campaign_id, t.account_id, t.name, t.hypothesis, t.metric, t.base, t.least, t.power,
                   t.level, t.looks, t.per_cell, t.starts_on, t.last_day, t.cells, p.name as person,
                   t.set_up_at, t.people, t.people_on, t.looked, t.ended, t.learned,
                   c.name as campaign
            from split_test t join person p on p.id = t.person_id
            left join campaign c on c.client_id = t.client_id and c.id = t.campaign_id
            where t.client_id = #{clientId}""";

    /** Those that run or are set up first, then the newest. */
    @Select(TEST + " order by t.ended_at is not null, t.set_up_at desc")
    List<StoredTest> all(String clientId);

    @Select(TEST + " and t.ended_at is null order by t.set_up_at desc")
    List<StoredTest> notEnded(String clientId);

    @Select(TEST + " and t.id = #{id}")
    Optional<StoredTest> test(String clientId, String id);

    @Select(TEST + " and t.campaign_id = #{campaignId} and t.ended_at is null")
    Optional<StoredTest> open(String clientId, String campaignId);

    @Select(TEST + " and t.account_id = #{accountId} and t.ended_at is null")
    List<StoredTest> openOf(String clientId, String accountId);

    @Insert("""
            insert into split_test (client_id, id, plan_id, campaign_id, account_id, name, hypothesis, metric, base, least,
                                    power, level, looks, per_cell, starts_on, last_day, cells, person_id)
            values (#{clientId}, #{t.id}, #{t.planId}, #{t.campaignId}, #{t.accountId}, #{t.name}, #{t.hypothesis},
                    #{t.metric}, #{t.base}, #{t.least}, #{t.power}, #{t.level}, #{t.looks}, #{t.perCell}, #{t.startsOn},
                    #{t.lastDay}, #{t.cells}, #{personId})""")
    void insert(String clientId, StoredTest t, String personId);

    @Delete("delete from split_test where client_id = #{clientId} and id = #{id}")
    void delete(String clientId, String id);

    @Update("""
            update split_test set people = #{people}, people_on = #{on}
            where client_id = #{clientId} and id = #{id}""")
    void setPeople(String clientId, String id, People people, LocalDate on);

    /** Another node that looked meanwhile has kept what it saw; that holds. */
    @Update("""
            update split_test set looked = #{looked}
            where client_id = #{clientId} and id = #{id} and ended_at is null
              and (looked ->> 'until') is not distinct from #{before}::text""")
    void keepLooks(String clientId, String id, Looked looked, @Nullable LocalDate before);

    @Update("""
            update split_test set ended_at = now(), ended = #{ended}, learned = #{learned}
            where client_id = #{clientId} and id = #{id} and ended_at is null""")
    int end(String clientId, String id, TestView ended, String learned);

    @Update("update split_test set learned = #{learned} where client_id = #{clientId} and id = #{id}")
    void setLearned(String clientId, String id, String learned);

    /** A launch that held the campaign's ad groups apart. */
    record Began(Instant startedAt, Instant practiceAt) {}

    @Select("""
            select l.started_at, l.practice_at from launch l
            join launch_change c on c.client_id = l.client_id and c.launch_id = l.id
            where l.client_id = #{clientId} and l.campaign_id = #{campaignId} and c.item_key = #{campaignId}
              and c.state = 'DONE' and (c.settings ->> 'apart')::boolean
            order by l.started_at limit 1""")
    Optional<Began> began(String clientId, String campaignId);

    /** One change of a launch; before and settings as {@link Change} has them. */
    record ChangeDone(
            Instant practiceAt,
            String person,
            Action action,
            String itemKey,
            @Nullable Settings before,
            @Nullable Settings settings) {}

    /** What launches that began later did, in order. */
    @Select("""
            select l.practice_at, p.name as person, c.action, c.item_key, c.before, c.settings
            from launch l join person p on p.id = l.person_id
            join launch_change c on c.client_id = l.client_id and c.launch_id = l.id
            where l.client_id = #{clientId} and l.campaign_id = #{campaignId} and c.state = 'DONE'
              and l.started_at > #{after} and l.practice_at >= #{from}
            order by l.started_at, c.position""")
    List<ChangeDone> changes(String clientId, String campaignId, Instant after, Instant from);

    /** The network's ids of what is there: of the campaign and its ad groups. */
    record OnNetwork(String itemKey, String externalId) {}

    @Select("""
            select item_key, external_id from live_item
            where client_id = #{clientId} and campaign_id = #{campaignId} and level <> 'AD' and removed_at is null""")
    List<OnNetwork> onNetwork(String clientId, String campaignId);
}
