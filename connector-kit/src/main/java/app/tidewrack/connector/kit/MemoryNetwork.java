package app.tidewrack.connector.kit;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Budget;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.ReviewState;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.launch.Told;
import app.tidewrack.core.launch.Told.AdTold;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.results.Counts;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A network in memory. It keeps what it is sent, approves every ad at once, and tells the results that it is given. Its methods
 * are safe to call from several threads; each call is done as a whole.
 */
public class MemoryNetwork implements NetworkConnector {
    private static final String NAME = "Memory";
    /** The largest page of results, small so that tests turn pages. */
    private static final int PAGE = 3;

    private static final AudienceSize USUAL_SIZE = new AudienceSize(50_000, false);

    private final Rulebook rulebook;
    /** Ids are new on every network. */
    private final String own = UUID.randomUUID().toString().substring(0, 6);

    private final Map<String, AccountOrder> accounts = new HashMap<>();
    private final Map<String, Item> items = new LinkedHashMap<>();
    private final Map<String, String> byKey = new HashMap<>();
    private final Map<String, Hour> hours = new LinkedHashMap<>();
    private final Map<String, List<PartOfDay>> jobs = new HashMap<>();
    private final Deque<RuntimeException> before = new ArrayDeque<>();
    private final Deque<RuntimeException> after = new ArrayDeque<>();
    private final Map<String, PostTold> posts = new LinkedHashMap<>();
    private long seq;
    private int ids;

    public MemoryNetwork(Rulebook rulebook) {
        this.rulebook = rulebook;
    }

    /**
     * Something that stands here.
     *
     * @param settings as last sent or changed
     * @param removed still told, and never shown
     */
    public record Item(String id, Under under, Settings settings, boolean paused, boolean removed) {
        Item settings(Settings changed) {
            return new Item(id, under, changed, paused, removed);
        }

        Item paused(boolean changed) {
            return new Item(id, under, settings, changed, removed);
        }

        Item gone() {
            return new Item(id, under, settings, true, true);
        }
    }

    // ---- what a test may do to it -------------------------------------------------------------------------------

    /** What stands here of one level, in the order in which it was created, without what was removed. */
    public synchronized List<Item> standing(Level level) {
        return items.values().stream()
                .filter(i -> i.settings().level() == level && !i.removed())
                .toList();
    }

    /** Somebody puts something up; accounts are not told apart. */
    public synchronized void putUp(Post post) {
        posts.put(post.id(), new PostTold(++seq, post, null, false));
    }

    public synchronized void takeDown(String post) {
        posts.remove(post);
    }

    /** Everything that was ever created. */
    public synchronized int created() {
        return items.size();
    }

    /** Somebody changes an item here behind our back. */
    public synchronized void tamper(String id, Function<Settings, Settings> change) {
        items.computeIfPresent(id, (k, i) -> i.settings(change.apply(i.settings())));
    }

    /** The next order, or calls after it, cannot reach this network. */
    public synchronized void failNext(int calls) {
        before.addAll(Collections.nCopies(calls, new NetworkAway(NAME, new IOException("refused"))));
    }

    /** The next orders are answered with a wait instead of being done. */
    public synchronized void limitNext(int calls, Duration wait) {
        before.addAll(Collections.nCopies(calls, new NetworkAway(NAME, wait, new IOException("too many calls"))));
    }

    /** The next order is done, and its answer lost. */
    public synchronized void loseNextAnswer() {
        after.add(new NetworkAway(NAME, new IOException("answer lost")));
    }

    /** Tells what an ad brought in an hour; told again, it takes the place of what was told before. */
    public synchronized void tell(String ad, Instant hour, Counts counts) {
        hours.put(ad + hour, new Hour(++seq, ad, hour, counts));
    }

    // ---- orders -------------------------------------------------------------------------------------------------

    private String fresh(String kind) {
        return kind + own + ++ids;
    }

    private <T> T answered(T answer) {
        RuntimeException lost = after.poll();
        if (lost != null) {
            throw lost;
        }
        return answer;
    }

    private void reached() {
        RuntimeException away = before.poll();
        if (away != null) {
            throw away;
        }
    }

    @Override
    public synchronized void openAccount(AccountOrder order) {
        accounts.put(order.account(), order);
    }

    @Override
    public synchronized AccountTold account(String account) {
        return new AccountTold(null, List.of());
    }

    @Override
    public void sendMedium(String sha256, Path file) {
        // Whatever ads show is taken as it is.
    }

    @Override
    public synchronized String createForm(String account, String key, LeadForm form) {
        return byKey.computeIfAbsent(key, k -> fresh("F"));
    }

    @Override
    public synchronized boolean askSender(String account, String name) {
        return true;
    }

    @Override
    public synchronized String create(String key, Under under, Settings wanted) {
        reached();
        require(wanted);
        String id = byKey.computeIfAbsent(key, k -> fresh("M"));
        // A key that came with other content before has created something: that is changed to what is wanted now.
        Item known = items.get(id);
        items.put(id, known == null ? new Item(id, under, wanted, false, false) : known.settings(wanted));
        return answered(id);
    }

    @Override
    public synchronized void change(String externalId, Under under, Settings wanted) {
        reached();
        require(wanted);
        items.put(externalId, item(externalId).settings(wanted));
        answered(externalId);
    }

    private void require(Settings wanted) {
        Budget budget = wanted.budget();
        if (budget == null) {
            return;
        }
        Money money = budget.money();
        long lowest = rulebook.money(money.currency())
                .map(MoneyRule::lowestDailyMinor)
                .orElseThrow(() -> new NetworkRefused(
                        NAME, "It does not take %s. Choose another account.".formatted(money.currency()), "budget"));
        if (money.minor() < lowest) {
            throw new NetworkRefused(
                    NAME,
                    "%s is under the lowest, %s. Give it more."
                            .formatted(
                                    money,
                                    Money.ofMinor(lowest, money.currency().getCurrencyCode())),
                    "budget");
        }
    }

    private Item item(String id) {
        Item item = items.get(id);
        if (item == null) {
            throw new NetworkRefused(NAME, "Nothing is called %s. Look at what there is.".formatted(id), "id");
        }
        return item;
    }

    @Override
    public synchronized void pause(Level level, String externalId, boolean paused) {
        reached();
        items.put(externalId, item(externalId).paused(paused));
        answered(externalId);
    }

    @Override
    public synchronized void remove(Level level, String externalId) {
        reached();
        items.put(externalId, item(externalId).gone());
        items.replaceAll((id, i) -> i.under().parent().equals(externalId) ? i.gone() : i);
        answered(externalId);
    }

    // ---- how it stands ------------------------------------------------------------------------------------------

    @Override
    public synchronized List<ItemTold> items(String campaignId, String currency) {
        item(campaignId);
        Set<String> of = new HashSet<>(Set.of(campaignId));
        return items.values().stream()
                .filter(i -> of.contains(i.id()) || of.contains(i.under().parent()) && of.add(i.id()))
                .map(i -> new ItemTold(i.id(), i.paused(), i.removed(), told(i.settings())))
                .toList();
    }

    private static Told told(Settings settings) {
        return settings instanceof AdSettings ad
                ? new AdTold(
                        ad.name(),
                        ad.creative().bodies(),
                        ad.creative().headlines(),
                        ad.creative().link())
                : (Told) settings;
    }

    @Override
    public synchronized List<Review> reviews(String account) {
        return items.values().stream()
                .filter(i ->
                        i.settings().level() == Level.AD && i.under().account().equals(account))
                .map(i -> new Review(i.id(), ReviewState.APPROVED, null, Instant.EPOCH, Instant.EPOCH))
                .toList();
    }

    // ---- results ------------------------------------------------------------------------------------------------

    @Override
    public synchronized Page<Hour> reports(String account, long from) {
        return Page.of(hours.values().stream()
                .filter(h -> h.seq() > from && isOf(account, h.adId()))
                .sorted((a, b) -> Long.compare(a.seq(), b.seq()))
                .limit(PAGE)
                .toList());
    }

    private boolean isOf(String account, String ad) {
        Item item = items.get(ad);
        return item == null || item.under().account().equals(account);
    }

    @Override
    public synchronized String beginReport(String account, LocalDate from, LocalDate to, List<String> by) {
        AccountOrder open = accounts.get(account);
        ZoneId zone = open == null ? ZoneOffset.UTC : ZoneId.of(open.zone());
        Map<String, PartOfDay> days = new TreeMap<>();
        for (Hour hour : hours.values()) {
            LocalDate day = hour.hour().atZone(zone).toLocalDate();
            if (isOf(account, hour.adId()) && !day.isBefore(from) && !day.isAfter(to)) {
                days.merge(
                        hour.adId() + day,
                        new PartOfDay(hour.adId(), day, Map.of(), hour.counts()),
                        (a, b) -> new PartOfDay(
                                a.adId(), a.day(), a.by(), a.counts().plus(b.counts())));
            }
        }
        String id = fresh("J");
        jobs.put(id, List.copyOf(days.values()));
        return id;
    }

    @Override
    public synchronized ReportState report(String account, String reportId) {
        return new ReportState("DONE", null);
    }

    @Override
    public synchronized Page<PartOfDay> reportRows(String account, String reportId, int page) {
        List<PartOfDay> rows = jobs.getOrDefault(reportId, List.of());
        return Page.of(rows.stream().skip((long) page * PAGE).limit(PAGE).toList());
    }

    @Override
    public Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets) {
        return Map.of();
    }

    @Override
    public Map<String, Long> parts(String campaignId) {
        return Map.of();
    }

    @Override
    public List<LeadTold> leads(String account, long from) {
        return List.of();
    }

    @Override
    public synchronized void eraseLeads(String account, List<Long> leads, List<Long> chats) {}

    @Override
    public List<ChatTold> chats(String account, long from) {
        return List.of();
    }

    @Override
    public synchronized List<PostTold> posts(String account, long from) {
        return posts.values().stream().filter(p -> p.seq() > from).limit(PAGE).toList();
    }

    @Override
    public byte[] still(String account, String post) {
        return new byte[0];
    }

    // ---- what it offers -----------------------------------------------------------------------------------------

    @Override
    public Rulebook rulebook() {
        return rulebook;
    }

    @Override
    public List<Topic> topics() {
        return List.of(
                new Topic("knitting", "Knitting", "Making", 3, null),
                new Topic("sewing", "Sewing", "Making", 3, null),
                new Topic("allotments", "Allotments", "Outdoors", 3, null));
    }

    @Override
    public List<City> places(String country, String text) {
        return List.of();
    }

    @Override
    public List<City> within(double south, double west, double north, double east) {
        return List.of();
    }

    @Override
    public City near(double latitude, double longitude) {
        throw new NetworkRefused(NAME, "It knows no city. Draw a circle around a point.", "latitude");
    }

    @Override
    public Map<String, String> regions() {
        return Map.of();
    }

    @Override
    public List<Question> questions(String topic) {
        return List.of();
    }

    @Override
    public List<RelatedTopic> related(Places places, List<String> topics) {
        return List.of();
    }

    @Override
    public List<AudienceSize> sizes(@Nullable String account, List<AudienceDefinition> audiences) {
        return Collections.nCopies(audiences.size(), USUAL_SIZE);
    }

    @Override
    public List<PlacementSize> placementSizes(String account, AudienceDefinition audience) {
        return List.of();
    }

    @Override
    public BidTold bids(String account, BidQuestion question) {
        return new BidTold(2, 20, 40, 90, false);
    }

    @Override
    public Overlaps overlaps(@Nullable String account, List<AudienceDefinition> audiences) {
        List<List<AudienceSize>> shared = new ArrayList<>();
        for (int i = 0; i < audiences.size(); i++) {
            shared.add(Collections.nCopies(i, USUAL_SIZE));
        }
        return new Overlaps(sizes(account, audiences), shared);
    }

    @Override
    public synchronized String createSource(String account, String key, SourceOrder order) {
        return byKey.computeIfAbsent(key, k -> fresh("S"));
    }

    @Override
    public SourceTold fillSource(String account, String source, Path hashes) {
        return source(account, source);
    }

    @Override
    public SourceTold source(String account, String source) {
        return new SourceTold(source, USUAL_SIZE, null);
    }

    @Override
    public Traits traits(String account, String source, String country) {
        return new Traits(country, USUAL_SIZE.people(), List.of(), List.of());
    }
}
