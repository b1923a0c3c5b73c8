package app.tidewrack.connector.kit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.catchThrowable;
import static org.assertj.core.api.Assertions.catchThrowableOfType;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Orders.AccountOrder;
import app.tidewrack.connector.Orders.Under;
import app.tidewrack.connector.Posts.PostTold;
import app.tidewrack.connector.Reports.Hour;
import app.tidewrack.connector.Reports.Page;
import app.tidewrack.connector.Reports.PartOfDay;
import app.tidewrack.connector.Reviews.ItemTold;
import app.tidewrack.connector.Reviews.Review;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.core.results.Counts;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/**
 * What the server relies on of every connector. A connector's own test inherits from this and says how its network is made to
 * misbehave; {@code MemoryNetworkTest} is the example.
 */
public abstract class ConnectorKit {
    /** A network to be tried, with an account of its own and things that it takes. */
    public interface Subject {
        NetworkConnector connector();

        /** Not opened yet; in a zone that is not UTC, so that days and hours can be told apart. */
        AccountOrder account();

        CampaignSettings campaign();

        GroupSettings group();

        AdSettings ad();

        /** An ad group that the network does not take, such as one with too little money. */
        GroupSettings refused();

        /** Has a profile of the account put something up that people have seen for some hours; gives the network's id of it. */
        String putUp(String text);

        void takeDown(String post);

        /** Has the next creation done, and its answer lost. */
        void loseNextAnswer();

        /** Has the next creation answered with a wait, and nothing done. */
        void limitNext(Duration wait);

        /** Lets things happen until the ad has results of several days. */
        void run(String ad) throws Exception;

        /** Lets things happen until some hours that were told are told again with other counts, and no more are due. */
        void runOn(String ad) throws Exception;

        /** Sees no fault any more. */
        void recover();
    }

    private Subject subject;
    private NetworkConnector network;
    private AccountOrder account;

    protected abstract Subject subject() throws Exception;

    @BeforeEach
    void openAnAccount() throws Exception {
        subject = subject();
        network = subject.connector();
        account = subject.account();
        network.openAccount(account);
    }

    private static String key() {
        return UUID.randomUUID().toString();
    }

    private Under top() {
        return new Under(account.account(), "");
    }

    private Under under(String parent) {
        return new Under(account.account(), parent);
    }

    private String campaign() {
        return network.create(key(), top(), subject.campaign());
    }

    private Map<String, ItemTold> items(String campaign) {
        Map<String, ItemTold> items = new LinkedHashMap<>();
        network.items(campaign, account.currency()).forEach(i -> items.put(i.id(), i));
        return items;
    }

    /** In what an item is told otherwise than it was sent. */
    private static void assertAsSent(ItemTold told, ItemKey key, Settings sent) {
        LiveItem left = LiveItem.asLeft(key, told.id(), sent, false);
        assertThat(left.told(told.told(), told.paused()).drift())
                .as("%s told as %s", sent, told)
                .isEmpty();
    }

    /** Names, money in minor units, days in the account's zone, people, placements, hours and texts come back as they went. */
    @Test
    protected void whatIsSentIsWhatIsTold() {
        String campaign = campaign();
        String group = network.create(key(), under(campaign), subject.group());
        String ad = network.create(key(), under(group), subject.ad());
        Map<String, ItemTold> items = items(campaign);
        assertThat(items).containsOnlyKeys(campaign, group, ad);
        assertAsSent(Objects.requireNonNull(items.get(campaign)), ItemKey.campaign("c"), subject.campaign());
        assertAsSent(Objects.requireNonNull(items.get(group)), ItemKey.group("c", "r"), subject.group());
        assertAsSent(Objects.requireNonNull(items.get(ad)), new ItemKey("c", "r", "k"), subject.ad());
    }

    @Test
    protected void aRepeatedKeyCreatesOnce() {
        String campaign = campaign();
        for (Settings wanted : List.of(subject.group(), subject.group())) {
            network.create("group of " + campaign, under(campaign), wanted);
        }
        assertThat(items(campaign)).hasSize(2);
    }

    @Test
    protected void anAnswerThatIsLostCreatesOnce() {
        String campaign = campaign();
        String key = key();
        subject.loseNextAnswer();
        assertThat(catchThrowable(() -> network.create(key, under(campaign), subject.group())))
                .isInstanceOf(NetworkAway.class);
        subject.recover();
        String group = network.create(key, under(campaign), subject.group());
        assertThat(items(campaign)).containsOnlyKeys(campaign, group);
    }

    /** A launch that was given up and changed may come again with the key of what it created without hearing of it. */
    @Test
    protected void aKeyThatComesWithOtherContentBecomesThat() {
        String campaign = campaign();
        String key = key();
        String first = network.create(key, under(campaign), subject.group());
        GroupSettings other = renamed(subject.group(), "Another name");
        assertThat(network.create(key, under(campaign), other)).isEqualTo(first);
        assertThat(items(campaign)).hasSize(2);
        assertAsSent(Objects.requireNonNull(items(campaign).get(first)), ItemKey.group("c", "r"), other);
    }

    private static GroupSettings renamed(GroupSettings g, String name) {
        return new GroupSettings(
                name,
                g.budget(),
                g.audience(),
                g.placements(),
                g.goal(),
                g.charge(),
                g.bid(),
                g.pace(),
                g.hours(),
                g.switches());
    }

    @Test
    protected void changesArriveWhole() {
        String campaign = campaign();
        String group = network.create(key(), under(campaign), subject.group());
        GroupSettings other = renamed(subject.group(), "Another name");
        network.change(group, under(campaign), other);
        assertAsSent(Objects.requireNonNull(items(campaign).get(group)), ItemKey.group("c", "r"), other);
    }

    /** A wait is told as long as the network asks, to the second, and nothing is done meanwhile. */
    @Test
    protected void aLimitIsAWaitAndNoFailure() {
        String campaign = campaign();
        subject.limitNext(Duration.ofSeconds(30));
        NetworkAway away =
                catchThrowableOfType(NetworkAway.class, () -> network.create(key(), under(campaign), subject.group()));
        assertThat(away.asksToWait()).isNotNull().isBetween(Duration.ofSeconds(1), Duration.ofHours(1));
        subject.recover();
        assertThat(items(campaign)).hasSize(1);
    }

    @Test
    protected void aRefusalNamesTheFieldAndTheWayOut() {
        String campaign = campaign();
        NetworkRefused refused = catchThrowableOfType(
                NetworkRefused.class, () -> network.create(key(), under(campaign), subject.refused()));
        assertThat(refused.field()).isNotBlank();
        // What is wrong, then what to do.
        assertThat(refused.getMessage().split("\\. ")).hasSizeGreaterThan(1);
        assertThat(items(campaign)).hasSize(1);
    }

    /** Paused and removed items are still told, as such; removing again does nothing. */
    @Test
    protected void whatIsPausedOrRemovedStaysReadable() {
        String campaign = campaign();
        String group = network.create(key(), under(campaign), subject.group());
        String ad = network.create(key(), under(group), subject.ad());
        network.pause(Level.AD, ad, true);
        assertThat(Objects.requireNonNull(items(campaign).get(ad)).paused()).isTrue();
        network.pause(Level.AD, ad, false);
        assertThat(Objects.requireNonNull(items(campaign).get(ad)).paused()).isFalse();
        network.remove(Level.AD_GROUP, group);
        network.remove(Level.AD_GROUP, group);
        Map<String, ItemTold> items = items(campaign);
        assertThat(Objects.requireNonNull(items.get(group)).removed()).isTrue();
        assertThat(Objects.requireNonNull(items.get(ad)).removed()).isTrue();
        assertThat(Objects.requireNonNull(items.get(campaign)).removed()).isFalse();
    }

    @Test
    protected void everyAdIsReviewedOnce() {
        String campaign = campaign();
        String group = network.create(key(), under(campaign), subject.group());
        List<String> ads = new ArrayList<>();
        for (int i = 0; i < 5; i++) {
            ads.add(network.create(key(), under(group), subject.ad()));
        }
        assertThat(network.reviews(account.account())).extracting(Review::id).containsExactlyInAnyOrderElementsOf(ads);
    }

    /**
     * Results come in pages of rising numbers that can be taken up anywhere; what is told again takes the place of what was told
     * before; and hours are those of the account's clock: their sums by its days are what a report by day says.
     */
    @Test
    protected void resultsAreToldInPagesCorrectedAndByTheAccountsDays() throws Exception {
        String campaign = campaign();
        String group = network.create(key(), under(campaign), subject.group());
        String ad = network.create(key(), under(group), subject.ad());
        subject.run(ad);
        List<Hour> all = pages(0);
        assertThat(all).extracting(Hour::seq).isSorted().doesNotHaveDuplicates();
        assertThat(all).allSatisfy(h -> assertThat(h.hour()).isEqualTo(h.hour().truncatedTo(ChronoUnit.HOURS)));
        int middle = all.size() / 2;
        assertThat(pages(all.get(middle).seq())).isEqualTo(all.subList(middle + 1, all.size()));

        subject.runOn(ad);
        Map<Instant, Hour> last = new TreeMap<>();
        all.forEach(h -> last.put(h.hour(), h));
        List<Hour> later = pages(all.get(all.size() - 1).seq());
        assertThat(later).as("some hour is told again").anyMatch(h -> last.containsKey(h.hour()));
        later.forEach(h -> last.put(h.hour(), h));
        Map<LocalDate, Counts> byDay = new TreeMap<>();
        last.values()
                .forEach(h -> byDay.merge(
                        h.hour().atZone(ZoneId.of(account.zone())).toLocalDate(), h.counts(), Counts::plus));
        Map<LocalDate, Counts> reported = new TreeMap<>();
        LocalDate to = byDay.keySet().stream().max(LocalDate::compareTo).orElseThrow();
        LocalDate from = byDay.keySet().stream().min(LocalDate::compareTo).orElseThrow();
        for (PartOfDay part : report(from, to)) {
            reported.merge(part.day(), part.counts(), Counts::plus);
        }
        assertThat(byDay).hasSizeGreaterThan(1).isEqualTo(reported);
    }

    /** What profiles put up is told in pages while it is there, with sums that grow with age. */
    @Test
    protected void whatProfilesPutUpIsToldWhileItIsThere() {
        List<String> ids = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            ids.add(subject.putUp("Mended, " + i));
        }
        List<PostTold> all = posts();
        assertThat(all).extracting(PostTold::seq).isSorted().doesNotHaveDuplicates();
        assertThat(all).extracting(p -> p.post().id()).containsExactlyElementsOf(ids);
        assertThat(all).extracting(p -> p.post().text()).endsWith("Mended, 3");
        assertThat(all)
                .allSatisfy(p -> assertThat(p.post().came())
                        .isNotEmpty()
                        .isSortedAccordingTo(Comparator.comparingInt(Point::hours)
                                .thenComparingLong(Point::views)
                                .thenComparingLong(Point::engagements)));
        subject.takeDown(ids.get(1));
        assertThat(posts()).extracting(p -> p.post().id()).containsExactly(ids.get(0), ids.get(2), ids.get(3));
        assertThat(network.still(account.account(), ids.get(1))).isEmpty();
    }

    private List<PostTold> posts() {
        List<PostTold> all = new ArrayList<>();
        for (List<PostTold> page = network.posts(account.account(), 0);
                !page.isEmpty();
                page = network.posts(account.account(), all.get(all.size() - 1).seq())) {
            all.addAll(page);
        }
        return all;
    }

    private List<Hour> pages(long after) {
        List<Hour> all = new ArrayList<>();
        for (Page<Hour> page = network.reports(account.account(), after);
                !page.isEmpty();
                page = network.reports(
                        account.account(), all.get(all.size() - 1).seq())) {
            assertThat(page.unread()).isEmpty();
            all.addAll(page.told());
        }
        return all;
    }

    private List<PartOfDay> report(LocalDate from, LocalDate to) throws InterruptedException {
        String job = network.beginReport(account.account(), from, to, List.of());
        while (network.report(account.account(), job).state().equals("RUNNING")) {
            Thread.sleep(20);
        }
        List<PartOfDay> all = new ArrayList<>();
        int page = 0;
        for (Page<PartOfDay> rows = network.reportRows(account.account(), job, page);
                !rows.isEmpty();
                rows = network.reportRows(account.account(), job, ++page)) {
            assertThat(rows.unread()).isEmpty();
            all.addAll(rows.told());
        }
        return all;
    }
}
