package app.tidewrack.connector.practice;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.practice.OrderBodies.CreativeBody;
import app.tidewrack.connector.practice.PostBodies.PostBody;
import app.tidewrack.connector.practice.PracticeApi.Created;
import app.tidewrack.connector.practice.PracticeApi.PausedBody;
import app.tidewrack.connector.practice.PracticeApi.RelatedAsked;
import app.tidewrack.connector.practice.PracticeApi.SenderNamed;
import app.tidewrack.connector.practice.ReportBodies.ReportAsked;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.network.Rulebook;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.http.ProblemDetail;
import org.springframework.web.client.HttpClientErrorException;
import org.springframework.web.client.RestClient;
import org.springframework.web.client.support.RestClientAdapter;
import org.springframework.web.service.invoker.HttpServiceProxyFactory;

/** One of the practice networks. */
final class PracticeNetwork implements NetworkConnector {
    private final String name;
    private final PracticeApi api;

    /**
     * Creatives whose ads were not answered yet, by the ad's key: an ad that is tried again asks for its creative no more, or with a
     * third of all answers lost every second try would be lost as well.
     */
    private final Cache<String, Made> unanswered = Caffeine.newBuilder()
            .maximumSize(10_000)
            .expireAfterWrite(Duration.ofHours(6))
            .build();

    private record Made(CreativeBody content, String id) {}

    /**
     * @param http calls this network
     * @param slug its name in addresses
     */
    PracticeNetwork(RestClient http, String slug) {
        name = Character.toUpperCase(slug.charAt(0)) + slug.substring(1);
        api = HttpServiceProxyFactory.builderFor(RestClientAdapter.create(http))
                .build()
                .createClient(PracticeApi.class);
    }

    private <T> T asked(Supplier<@Nullable T> call) {
        return Answers.asked(name, call);
    }

    private String id(Supplier<@Nullable Created> call) {
        return asked(() -> asked(call).known());
    }

    /** What is told of each is believed or not as a part of the answer. */
    private <T, R> List<R> each(Supplier<@Nullable List<T>> call, Function<T, R> told) {
        return asked(() -> asked(call).stream().map(told).toList());
    }

    @Override
    public Rulebook rulebook() {
        return asked(api::rulebook);
    }

    @Override
    public List<Topic> topics() {
        return asked(api::topics);
    }

    @Override
    public List<City> places(String country, String text) {
        return asked(() -> api.places(country, text));
    }

    @Override
    public List<City> within(double south, double west, double north, double east) {
        return asked(() -> api.within(south, west, north, east));
    }

    @Override
    public City near(double latitude, double longitude) {
        return asked(() -> api.near(latitude, longitude));
    }

    @Override
    public Map<String, String> regions() {
        return asked(api::regions);
    }

    @Override
    public List<Question> questions(String topic) {
        return asked(() -> api.questions(topic));
    }

    @Override
    public List<RelatedTopic> related(Places places, List<String> topics) {
        return asked(() -> api.related(new RelatedAsked(places, topics)));
    }

    @Override
    public List<AudienceSize> sizes(@Nullable String account, List<AudienceDefinition> audiences) {
        return asked(() -> api.sizes(account, audiences));
    }

    @Override
    public List<PlacementSize> placementSizes(String account, AudienceDefinition audience) {
        return asked(() -> api.placementSizes(account, audience));
    }

    @Override
    public BidTold bids(String account, BidQuestion question) {
        return asked(() -> api.bids(account, question));
    }

    @Override
    public Overlaps overlaps(@Nullable String account, List<AudienceDefinition> audiences) {
        return asked(() -> api.overlaps(account, audiences));
    }

    @Override
    public void openAccount(AccountOrder order) {
        put("accounts", order.account(), order);
    }

    @Override
    public AccountTold account(String account) {
        return asked(() -> api.account(account));
    }

    @Override
    public String createSource(String account, String key, SourceOrder order) {
        return id(() -> api.createSource(account, key, order));
    }

    @Override
    public SourceTold fillSource(String account, String source, Path hashes) {
        return asked(() -> api.fillSource(account, source, new FileSystemResource(hashes)));
    }

    @Override
    public SourceTold source(String account, String source) {
        return asked(() -> api.source(account, source));
    }

    @Override
    public Traits traits(String account, String source, String country) {
        return asked(() -> api.traits(account, source, country));
    }

    @Override
    public void sendMedium(String sha256, Path file) {
        asked(() -> api.sendMedium(sha256, new FileSystemResource(file)));
    }

    @Override
    public String createForm(String account, String key, LeadForm form) {
        return create("forms", key, OrderBodies.form(account, form));
    }

    @Override
    public boolean askSender(String account, String sender) {
        return asked(() -> api.askSender(account, new SenderNamed(sender))).agreed();
    }

    @Override
    public List<LeadTold> leads(String account, long after) {
        return asked(() -> api.leads(account, after));
    }

    @Override
    public void eraseLeads(String account, List<Long> leads, List<Long> chats) {
        asked(() -> api.eraseLeads(account, new PracticeApi.Erased(leads, chats)));
    }

    @Override
    public List<ChatTold> chats(String account, long after) {
        return asked(() -> api.chats(account, after));
    }

    @Override
    public List<PostTold> posts(String account, long after) {
        return each(() -> api.posts(account, after), PostBody::told);
    }

    @Override
    public byte[] still(String account, String post) {
        try {
            return asked(() -> api.still(post));
        } catch (NetworkRefused gone) {
            return new byte[0];
        }
    }

    @Override
    public String create(String key, Under under, Settings wanted) {
        if (wanted instanceof AdSettings ad) {
            String id = create("ads", key, OrderBodies.ad(under, ad, creative(key, OrderBodies.creative(under, ad))));
            unanswered.invalidate(key);
            return id;
        }
        return create(path(wanted.level()), key, OrderBodies.body(under, wanted));
    }

    @Override
    public void change(String externalId, Under under, Settings wanted) {
        if (wanted instanceof AdSettings ad) {
            String creativeId = asked(() -> api.ad(externalId)).order().creativeId();
            put("creatives", creativeId, OrderBodies.creative(under, ad));
            put("ads", externalId, OrderBodies.ad(under, ad, creativeId));
        } else {
            put(path(wanted.level()), externalId, OrderBodies.body(under, wanted));
        }
    }

    private String creative(String key, CreativeBody content) {
        Made made = unanswered.getIfPresent(key);
        if (made == null || !made.content().equals(content)) {
            made = new Made(content, create("creatives", key + "/creative", content));
            unanswered.put(key, made);
        }
        return made.id();
    }

    /** A key that came with other content before has created something: that is changed to what is wanted now. */
    private String create(String what, String key, Object body) {
        return asked(() -> {
            try {
                Created made = api.create(what, key, body);
                return made == null ? null : made.known();
            } catch (HttpClientErrorException.Conflict taken) {
                String id = createdBefore(taken);
                put(what, id, body);
                return id;
            }
        });
    }

    private static String createdBefore(HttpClientErrorException.Conflict taken) {
        ProblemDetail problem = taken.getResponseBodyAs(ProblemDetail.class);
        Map<String, Object> properties = problem == null ? null : problem.getProperties();
        Object id = properties == null ? null : properties.get("createdId");
        if (id == null) {
            throw taken;
        }
        return id.toString();
    }

    private void put(String what, String id, Object body) {
        asked(() -> api.put(what, id, body));
    }

    @Override
    public void pause(Level level, String externalId, boolean paused) {
        asked(() -> api.pause(path(level), externalId, new PausedBody(paused)));
    }

    @Override
    public void remove(Level level, String externalId) {
        asked(() -> api.remove(path(level), externalId));
    }

    private static String path(Level level) {
        return switch (level) {
            case CAMPAIGN -> "campaigns";
            case AD_GROUP -> "ad-groups";
            case AD -> "ads";
        };
    }

    @Override
    public List<ItemTold> items(String campaignId, String currency) {
        return OrderBodies.items(asked(() -> api.whole(campaignId)), currency);
    }

    @Override
    public List<Review> reviews(String account) {
        List<Review> all = new ArrayList<>();
        List<Review> page;
        do {
            String after = all.isEmpty() ? "" : all.get(all.size() - 1).id();
            page = asked(() -> api.reviews(account, after));
            all.addAll(page);
        } while (!page.isEmpty());
        return all;
    }

    @Override
    public Page<Hour> reports(String account, long after) {
        return ReportBodies.hours(asked(() -> api.hours(account, after)));
    }

    @Override
    public String beginReport(String account, LocalDate from, LocalDate to, List<String> by) {
        return id(() -> api.beginReport(account, new ReportAsked(from, to, false, by)));
    }

    @Override
    public ReportState report(String account, String reportId) {
        return asked(() -> api.report(account, reportId));
    }

    @Override
    public Page<PartOfDay> reportRows(String account, String reportId, int page) {
        return ReportBodies.parts(asked(() -> api.reportRows(account, reportId, page)));
    }

    @Override
    public Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets) {
        return asked(() -> api.reach(account, from, to, sets));
    }

    @Override
    public Map<String, Long> parts(String campaignId) {
        return asked(() -> api.parts(campaignId));
    }
}
