package app.tidewrack.server.client;

import app.tidewrack.connector.Orders.Profile;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.web.JsonColumn;
import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;

@Mapper
public interface ClientMapper {
    /**
     * @param about its trade, as a person says it
     * @param training made up, to practise with
     * @param removedAt when it was taken away, until it is brought back or erased
     * @param signOffDemanded whether nothing is launched that no approver said yes to
     * @param leadsKeptDays after which what people sent is erased; null to keep it
     */
    record Client(
            String id,
            String name,
            String about,
            Words domains,
            Words currencies,
            boolean training,
            @Nullable Instant removedAt,
            boolean signOffDemanded,
            @Nullable Integer leadsKeptDays) {}

    /** A client as somebody works for it. */
    record OwnClient(
            String id,
            String name,
            String about,
            Words domains,
            Words currencies,
            boolean training,
            Role role,
            boolean seesLeads,
            @Nullable String logo) {}

    /** A few words in their order. */
    @JsonColumn
    record Words(@JsonValue List<String> all) {
        @JsonCreator
        public Words {}
    }

    /** Of whom an account's ads can be from. */
    @JsonColumn
    record Profiles(@JsonValue List<Profile> all) {
        @JsonCreator
        public Profiles {}
    }

    record Account(
            String id,
            String network,
            String externalId,
            String name,
            String currency,
            String zone,
            @Nullable Long spendingLimitMinor,
            @Nullable String siteTag,
            Profiles profiles) {}

    record AccountOfClient(String clientId, String id, String network, String externalId, String zone) {}

    String OWN = """
            select c.id, c.name, c.about, c.domains, c.currencies, c.training, m.role, m.sees_leads,
                   l.content -> 'mark' ->> 'sha256' as logo
            from client c join membership m on m.client_id = c.id left join client_look l on l.client_id = c.id
            where m.person_id = #{personId} and c.removed_at is null""";

    @Select(OWN + " order by c.name, c.id")
    List<OwnClient> ofPerson(String personId);

    @Select(OWN + " and c.id = #{id}")
    OwnClient own(String personId, String id);

    @Select(
            "select id, name, about, domains, currencies, training, removed_at, sign_off_demanded, leads_kept_days from client order by name, id")
    List<Client> all();

    @Select(
            "select id, name, about, domains, currencies, training, removed_at, sign_off_demanded, leads_kept_days from client where id = #{id}")
    Client byId(String id);

    @Insert("""
            insert into client (id, name, about, domains, currencies, training, sign_off_demanded,
                                leads_kept_days)
            values (#{id}, #{name}, #{about}, #{domains}, #{currencies}, #{training}, #{signOffDemanded},
                    #{leadsKeptDays})""")
    void insert(Client client);

    @Update("""
            update client set name = #{name}, about = #{about}, domains = #{domains}, currencies = #{currencies},
                   sign_off_demanded = #{signOffDemanded}, leads_kept_days = #{leadsKeptDays}
            where id = #{id}""")
    int update(Client client);

    @Select("""
            select id, network, external_id, name, currency, zone, spending_limit_minor, site_tag,
                   profiles
            from account where client_id = #{clientId} order by position""")
    List<Account> accounts(String clientId);

    @Select("""
            select id, network, external_id, name, currency, zone, spending_limit_minor, site_tag,
                   profiles
            from account where client_id = #{clientId} and id = #{id}""")
    Optional<Account> account(String clientId, String id);

    @Insert("""
            insert into account (client_id, id, network, external_id, name, currency, zone, spending_limit_minor, site_tag,
                                 profiles)
            values (#{clientId}, #{a.id}, #{a.network}, #{a.externalId}, #{a.name}, #{a.currency}, #{a.zone},
                    #{a.spendingLimitMinor}, #{a.siteTag}, #{a.profiles})""")
    void insertAccount(String clientId, Account a);

    @Update("""
            update account set name = #{a.name}, spending_limit_minor = #{a.spendingLimitMinor}, site_tag = #{a.siteTag},
                   profiles = #{a.profiles}
            where client_id = #{clientId} and id = #{a.id}""")
    void updateAccount(String clientId, Account a);

    @Select("""
            select client_id, id, network, external_id, zone from account a
            where exists (select 1 from live_item l where l.client_id = a.client_id and l.account_id = a.id)
            order by client_id, id""")
    List<AccountOfClient> accountsWithLiveItems();

    @Select("""
            select client_id, id, network, external_id, zone from account where jsonb_array_length(profiles) > 0
            order by client_id, id""")
    List<AccountOfClient> accountsWithProfiles();

    /** A campaign by its name, to be found by it. */
    record CampaignName(String clientId, String planId, String campaignId, String name) {}

    @Select("""
            select c.client_id, c.plan_id, c.id as campaign_id, c.name
            from membership m join campaign c on c.client_id = m.client_id
            join plan p on p.client_id = c.client_id and p.id = c.plan_id and p.removed_at is null
            where m.person_id = #{personId} order by c.client_id, p.name, c.position""")
    List<CampaignName> campaignNames(String personId);

    /** What the desk says of one campaign. */
    record CampaignLine(
            String planId,
            String campaignId,
            String planName,
            String name,
            String accountId,
            String currency,
            long approved,
            long inReview,
            long refused,
            long paused) {}

    @Select("""
            select p.id as plan_id, c.id as campaign_id, p.name as plan_name, c.name, c.account_id, c.currency,
                   coalesce(l.approved, 0) as approved, coalesce(l.in_review, 0) as in_review,
                   coalesce(l.refused, 0) as refused, coalesce(l.paused, 0) as paused
            from campaign c
            join plan p on p.client_id = c.client_id and p.id = c.plan_id and p.removed_at is null
            left join (select a.campaign_id,
                              count(*) filter (where a.review_state = 'APPROVED' and not a.paused and not k.paused) as approved,
                              count(*) filter (where a.review_state = 'IN_REVIEW' and not a.paused and not k.paused) as in_review,
                              count(*) filter (where a.review_state = 'REFUSED' and not a.paused) as refused,
                              count(*) filter (where a.review_state <> 'REFUSED' and (a.paused or k.paused)) as paused
                       from live_item a join live_item k on k.client_id = a.client_id and k.campaign_id = a.campaign_id
                            and k.level = 'CAMPAIGN'
                       where a.client_id = #{clientId} and a.level = 'AD' and a.removed_at is null group by a.campaign_id) l
                   on l.campaign_id = c.id
            where c.client_id = #{clientId}
            order by p.name, c.position""")
    List<CampaignLine> campaignLines(String clientId);
}
