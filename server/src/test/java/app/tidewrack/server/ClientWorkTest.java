package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.City;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.connector.Offers.RelatedTopic;
import app.tidewrack.connector.Sources.ListTold;
import app.tidewrack.connector.Sources.SourceTold;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.source.ListImport;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.stream.StreamSupport;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.mockito.Mockito;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Accounts, briefs, audiences and sources over the API, with a network that does as it is told. */
class ClientWorkTest extends WithServer {
    @Autowired
    private ListImport lists;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void networkKnowsSources() {
        world.tell(() ->
                when(network.createSource(anyString(), anyString(), any())).thenReturn("HSS1"));
        world.tell(() -> when(network.source(anyString(), anyString()))
                .thenReturn(new SourceTold("HSS1", new AudienceSize(4_000, false), null)));
    }

    private static Map<String, Object> with(Map<String, ?> body, String field, Object value) {
        Map<String, Object> changed = new HashMap<>(body);
        changed.put(field, value);
        return changed;
    }

    private void refused(String path, Object body, String... words) throws Exception {
        Answer answer = scene.call("ines", HttpMethod.POST, CLIENT + path, body);
        assertThat(answer.status()).as(answer.detail()).isEqualTo(422);
        assertThat(answer.detail()).contains(words);
    }

    @Test
    void accountsAreOpenedOnTheirNetworkAndRefusedInWords() throws Exception {
        Map<String, Object> account =
                Map.of("name", "Second", "site", "shop.example", "profiles", List.of("Shop & Co"));
        Map<String, Object> body =
                Map.of("network", "HS", "currency", "EUR", "zone", "Europe/Berlin", "account", account);
        JsonNode opened = scene.post(CLIENT + "/accounts", body);
        assertThat(opened.get("profiles").get(0).get("id").asString()).isEqualTo("shop-co");
        Mockito.verify(network).openAccount(any());
        // One that goes where one comes was renamed, and stays whom audiences mean; more are others.
        for (String[] step : new String[][] {
            {"Shop and Co", "shop-co"},
            {"Shop and Co,Second", "shop-co,second"},
            {"Shop & Co,Third,Fourth", "shop-co-2,third,fourth"}
        }) {
            JsonNode changed = scene.call(
                            "ines",
                            HttpMethod.PUT,
                            CLIENT + "/accounts/" + opened.get("id").asString(),
                            with(account, "profiles", List.of(step[0].split(","))))
                    .body();
            assertThat(changed.get("profiles")
                            .valueStream()
                            .map(x -> x.get("id").asString()))
                    .containsExactly(step[1].split(","));
        }
        refused("/accounts", with(body, "currency", "XTS"), "does not take “XTS”", "EUR");
        refused("/accounts", with(body, "zone", "Mars/Base"), "“Mars/Base” is no time zone");
        refused("/accounts", with(body, "network", "ZZ"), "“ZZ” is no network", "HS");
        refused("/accounts", with(body, "account", with(account, "site", "<b>")), "“<b>” is no domain");
        refused("/accounts", with(body, "account", with(account, "spendingLimitMinor", 0)), "out of 1 to");
    }

    @Test
    void briefsAreKeptAndReckoned() throws Exception {
        Map<String, Object> brief = Map.ofEntries(
                Map.entry("name", "Spring"),
                Map.entry("goal", "traffic"),
                Map.entry("offer", "Kits"),
                Map.entry("result", "CLICK"),
                Map.entry("currency", "GBP"),
                Map.entry("targetMinor", 20),
                Map.entry("moneyMinor", 70_000),
                Map.entry("startsOn", "2027-04-01"),
                Map.entry("lastDay", "2027-04-14"),
                Map.entry("rows", 1),
                Map.entry("unknown", "ROWS"),
                Map.entry("resultsPerRow", 50),
                Map.entry("cells", 2),
                Map.entry("liftPercent", 25),
                Map.entry("places", List.of("GB")),
                Map.entry("accounts", List.of("a1")));
        JsonNode kept = scene.post(CLIENT + "/briefs", brief);
        assertThat(scene.get(CLIENT + "/briefs").toString()).contains("Spring");
        JsonNode reckoned = scene.post(CLIENT + "/briefs/reckoning", brief);
        // £700 over 14 days at a lowest of £5 a row a day is 10 rows; at £0.20 a click it is 3,500 clicks.
        assertThat(reckoned.get("balance").get("rows").asLong()).isEqualTo(10);
        assertThat(reckoned.get("atTarget").asLong()).isEqualTo(3_500);
        JsonNode line = reckoned.get("lines").get(0);
        assertThat(line.get("results").get("from").asDouble())
                .isPositive()
                .isLessThan(line.get("results").get("to").asDouble());
        assertThat(scene.post(CLIENT + "/briefs/reckoning", with(brief, "moneyMinor", 100))
                        .get("problem")
                        .asString())
                .contains("£1.00 feeds no row");
        refused("/briefs", with(brief, "name", "Other, " + "x".repeat(90)), "1 to 80 characters");
        refused("/briefs", brief, "Another brief is called “Spring”");
        refused("/briefs/reckoning", with(brief, "lastDay", "2027-03-01"), "1 to 366 are taken");
        refused("/briefs/reckoning", with(brief, "cells", 1), "1 is out of 2 to 20");
        refused("/briefs/reckoning", with(brief, "currency", "POUND"), "“POUND” is no currency");
        String path = CLIENT + "/briefs/" + kept.get("id").asString();
        assertThat(scene.call("ines", HttpMethod.PUT, path + "?version=7", brief)
                        .status())
                .isEqualTo(409);
        assertThat(scene.call("tove", HttpMethod.PUT, path + "?version=1", brief)
                        .status())
                .isEqualTo(403);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2/briefs", "")
                        .status())
                .isEqualTo(404);
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/briefs", with(brief, "accounts", List.of("c2a")))
                        .status())
                .isEqualTo(404);
    }

    private static Map<String, Object> audience(String name, Object definition) {
        return Map.of("accountId", "a1", "name", name, "version", 0, "definition", definition);
    }

    @Test
    void audiencesRefuseWhatTheNetworkDoesNotOffer() throws Exception {
        AudienceDefinition fine = AudienceDefinition.everyoneIn("GB").interestedIn(List.of("knitting"));
        refused("/audiences", audience("A", fine.aged(new AgeRange(12, 20))), "Ages 12 to 20 leave 14 to 80");
        refused("/audiences", audience("A", AudienceDefinition.everyoneIn("XX")), "“XX” is no country");
        refused("/audiences", audience("A", fine.and(AnyOf.of(new Term(TermKind.KEYWORD, "wool")))), "does not offer");
        String backwards = json.writeValueAsString(audience("A", fine.aged(new AgeRange(20, 30))))
                .replace("\"from\":20", "\"from\":40");
        Answer answer = scene.call("ines", HttpMethod.POST, CLIENT + "/audiences", backwards);
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.detail()).contains("40").contains("30");
        Answer empty = scene.call("ines", HttpMethod.POST, CLIENT + "/audiences", audience("A", Map.of()));
        assertThat(empty.status()).isBetween(400, 422);
        String near = json.writeValueAsString(audience(
                "A", AudienceDefinition.everyoneIn(Places.around(List.of(new Circle(0, "pin", "GB", 52, 1, 500))))));
        refused("/audiences", near, "500 km around pin is outside 2 to 100 km");
        refused("/audiences", near.replace(":500.0}", ":0}"), "0 km around 52.0000, 1.0000 is no circle on Earth");
        // All or none.
        Answer several = scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/audiences/several",
                List.of(audience("First", fine), audience("First", fine)));
        assertThat(several.status()).isEqualTo(422);
        assertThat(scene.get(CLIENT + "/audiences").toString()).doesNotContain("First");
    }

    @Test
    void namesStandInTheOrderPeopleLookForThem() throws Exception {
        for (String name : List.of("days 15–30", "Days 4–5", "day 1", "days 61–90", "days 6–7")) {
            scene.audience("Came by, " + name);
        }
        assertThat(scene.get(CLIENT + "/audiences"))
                .extracting(a -> a.get("name").asString())
                .filteredOn(n -> n.startsWith("Came by, "))
                .extracting(n -> n.substring(9))
                .containsExactly("day 1", "Days 4–5", "days 6–7", "days 15–30", "days 61–90");
    }

    /** Of two conditions the one is left out that loses fewer people. */
    @Test
    void leavingOutLosesAsFewAsItCan() throws Exception {
        AudienceDefinition one = AudienceDefinition.everyoneIn("GB").interestedIn(List.of("knitting"));
        AudienceDefinition other = AudienceDefinition.everyoneIn("GB")
                .interestedIn(List.of("baking"))
                .and(AnyOf.of(new Term(TermKind.DEVICE, "phone")));
        String otherId = scene.post(CLIENT + "/audiences", audience("Bakers on phones", other))
                .get("id")
                .asString();
        world.tell(() -> Mockito.doAnswer(c -> c.<List<AudienceDefinition>>getArgument(1).stream()
                        .map(d -> new AudienceSize(peopleWithout(d.leftOut()), false))
                        .toList())
                .when(network)
                .sizes(any(), any()));
        AudienceSize each = new AudienceSize(50_000, false);
        world.tell(() -> doReturn(
                        new Overlaps(List.of(each, each), List.of(List.of(), List.of(new AudienceSize(8_000, false)))))
                .when(network)
                .overlaps(any(), any()));
        JsonNode found = scene.post(
                CLIENT + "/audiences/left-out", Map.of("accountId", "a1", "definition", one, "otherId", otherId));
        assertThat(found.get("definition").get("leftOut").get(0).get("code").asString())
                .isEqualTo("baking");
        assertThat(found.get("lost").asLong()).isEqualTo(9_000);
        assertThat(found.get("needed").asLong()).isEqualTo(8_000);
    }

    /** A degree of latitude is 111.2 km on the mean sphere. */
    @Test
    void aPinTellsHowFarItIsFromAnyPlace() throws Exception {
        City holt = new City(2646701, "Holt", 52.906, 1.089, "GB", "GB.ENG", 3_810);
        world.tell(() -> doReturn(holt).when(network).near(53.906, 1.089));
        world.tell(() -> doReturn(List.of(holt)).when(network).within(52, 1, 54, 2));
        JsonNode near = scene.get(CLIENT + "/accounts/a1/places/near?latitude=53.906&longitude=1.089");
        assertThat(near.get("place").get("name").asString()).isEqualTo("Holt");
        assertThat(near.get("km").asDouble()).isCloseTo(111.2, Offset.offset(0.1));
        assertThat(scene.get(CLIENT + "/accounts/a1/places/within?south=52&west=1&north=54&east=2"))
                .hasSize(1);
    }

    /** What the network tells last is what stands everywhere, whoever asked it and for what. */
    @Test
    void anAudienceHasOneSizeWhereverItIsShown() throws Exception {
        AudienceDefinition people = AudienceDefinition.everyoneIn("GB").interestedIn(List.of("knitting", "rain"));
        AtomicLong now = new AtomicLong(2_330);
        world.tell(() -> Mockito.doAnswer(c -> c.<List<AudienceDefinition>>getArgument(1).stream()
                        .map(d -> new AudienceSize(now.get(), false))
                        .toList())
                .when(network)
                .sizes(any(), any()));
        world.tell(() -> Mockito.doAnswer(c -> new Overlaps(
                        List.of(new AudienceSize(now.get(), false), new AudienceSize(9, false)),
                        List.of(List.of(), List.of(new AudienceSize(0, true)))))
                .when(network)
                .overlaps(any(), any()));
        String id = scene.post(CLIENT + "/audiences", audience("Knitters in rain", people))
                .get("id")
                .asString();
        String other = scene.post(CLIENT + "/audiences", audience("In snow", AudienceDefinition.everyoneIn("DK")))
                .get("id")
                .asString();
        assertThat(listed(id)).isEqualTo(2_330);
        now.set(2_710);
        JsonNode ladder = scene.post(CLIENT + "/audiences/size", Map.of("accountId", "a1", "definition", people))
                .get("rungs");
        assertThat(ladder.get(ladder.size() - 1).get("size").get("people").asLong())
                .isEqualTo(2_710);
        assertThat(listed(id)).isEqualTo(2_710);
        now.set(2_900);
        scene.post(CLIENT + "/audiences/overlaps", Map.of("accountId", "a1", "audienceIds", List.of(id, other)));
        assertThat(listed(id)).isEqualTo(2_900);
    }

    /**
     * Kept while the network is away, its size is asked for by itself once that is back; so is that of one which is kept while the first
     * is asked for, and that of one beside which the network takes another for wrong.
     */
    @Test
    void aSizeThatWasNotToldComesByItself() throws Exception {
        AudienceDefinition first = inSight("sea");
        AudienceDefinition second = inSight("rain");
        AudienceDefinition wrong = inSight("fog");
        Set<AudienceDefinition> away = ConcurrentHashMap.newKeySet();
        away.addAll(List.of(first, second, wrong));
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch secondIsKept = new CountDownLatch(1);
        world.tell(() -> Mockito.doAnswer(c -> {
                    List<AudienceDefinition> all = c.getArgument(1);
                    if (all.size() == 1 && away.remove(all.get(0))) {
                        throw new NetworkAway("Hearthside", null);
                    }
                    if (all.contains(wrong)) {
                        throw new NetworkRefused("Hearthside", "It takes no fog.", null);
                    }
                    if (all.contains(first)) {
                        asked.countDown();
                        assertThat(secondIsKept.await(1, TimeUnit.MINUTES)).isTrue();
                    }
                    return Collections.nCopies(all.size(), new AudienceSize(4_420, false));
                })
                .when(network)
                .sizes(any(), any()));
        assertThat(keptWithoutSize("Menders in fog", wrong)).isNotEmpty();
        String one = keptWithoutSize("Menders by the sea", first);
        Waiting.until(() -> asked.getCount() == 0);
        String other = keptWithoutSize("Menders in rain", second);
        secondIsKept.countDown();
        // Looking at the list would ask for what is missing.
        Waiting.until(() -> remembered(first) + remembered(second) == 2);
        assertThat(remembered(wrong)).isZero();
        assertThat(listed(one)).isEqualTo(4_420);
        assertThat(listed(other)).isEqualTo(4_420);
    }

    private static AudienceDefinition inSight(String of) {
        return AudienceDefinition.everyoneIn("GB").interestedIn(List.of(of));
    }

    private String keptWithoutSize(String name, AudienceDefinition people) throws Exception {
        JsonNode kept = scene.post(CLIENT + "/audiences", audience(name, people));
        assertThat(kept.get("size").isNull()).isTrue();
        return kept.get("id").asString();
    }

    private long remembered(AudienceDefinition people) {
        return sql.queryForObject("select count(*) from known_size where hash = ?", Long.class, people.hash());
    }

    private long listed(String id) throws Exception {
        return StreamSupport.stream(scene.get(CLIENT + "/audiences").spliterator(), false)
                .filter(a -> a.get("id").asString().equals(id))
                .findFirst()
                .orElseThrow()
                .get("size")
                .get("people")
                .asLong();
    }

    @Test
    void anAudienceOfPlacesAloneCannotBeLeftOut() throws Exception {
        AudienceDefinition places = AudienceDefinition.everyoneIn("DK");
        String id = scene.post(CLIENT + "/audiences", audience("All of Denmark", places))
                .get("id")
                .asString();
        refused(
                "/audiences/left-out",
                Map.of("accountId", "a1", "definition", AudienceDefinition.everyoneIn("GB"), "otherId", id),
                "Nothing in All of Denmark tells its people apart",
                "Choose other places or ages");
    }

    private static long peopleWithout(List<Term> out) {
        return out.isEmpty() ? 50_000 : out.get(0).code().equals("phone") ? 9_000 : 41_000;
    }

    /** People of a list are sent to the accounts it was taken in for, and to no other, whoever asks for it there. */
    @Test
    void aCustomerListGoesOnlyWhereItWasChosenFor() throws Exception {
        sql.update("""
                insert into account (client_id, id, network, external_id, name, currency, zone, site_tag, position)
                values ('c1', 'a9', 'HS', 'x9', 'HS EUR', 'EUR', 'Europe/Berlin', 'tag9', 9)""");
        SourceTold told = new SourceTold("HSL1", new AudienceSize(2, false), new ListTold(2, 0, 2, 1));
        List<String> sent = new ArrayList<>();
        world.tell(() -> when(network.fillSource(anyString(), anyString(), any()))
                .thenAnswer(call -> {
                    sent.add(call.getArgument(0) + ": " + Files.readString(call.getArgument(2)));
                    return told;
                }));
        world.tell(
                () -> when(network.createSource(eq("x1"), anyString(), any())).thenReturn("HSL1"));
        byte[] rows = "email\nann@a.example\nbo@b.example\n".getBytes(StandardCharsets.UTF_8);
        String id = lists.takeAsGuessed("c1", "Customers", rows, "GB", List.of("a1"))
                .id();
        assertThat(sent)
                .singleElement()
                .satisfies(one -> assertThat(one)
                        .startsWith("x1: ")
                        // What sha256sum says of the first address.
                        .contains("39bfae698d367ba3fb7100a9d4255083f05252f9dba6616e91b9e22a042a66a3")
                        .doesNotContain("@"));
        AudienceDefinition among = AudienceDefinition.everyoneIn("GB").and(AnyOf.of(new Term(TermKind.SOURCE, id)));
        refused(
                "/audiences",
                with(audience("Elsewhere", among), "accountId", "a9"),
                "The list Customers was not sent to HS EUR",
                "Import it for this account too");
        Mockito.verify(network, Mockito.never()).fillSource(eq("x9"), anyString(), any());
        Mockito.verify(network, Mockito.never()).createSource(eq("x9"), anyString(), any());
        sql.update("delete from account where client_id = 'c1' and id = 'a9'");
    }

    /** An audience names a source by our id; the network hears its own, and a source in use stays. */
    @Test
    void sourcesAreTranslatedAndKeptWhileInUse() throws Exception {
        Map<String, Object> body = Map.of(
                "accountId", "a1", "name", "Visitors", "kind", "SITE", "event", "view", "fromDay", 0, "toDay", 30);
        JsonNode source = scene.post(CLIENT + "/sources", body);
        String id = source.get("id").asString();
        AudienceDefinition among = AudienceDefinition.everyoneIn("GB").and(AnyOf.of(new Term(TermKind.SOURCE, id)));
        JsonNode kept = scene.post(CLIENT + "/audiences", audience("Came lately", among));
        assertThat(kept.get("temperature").asString()).isEqualTo("RETARGETING");
        @SuppressWarnings("unchecked")
        ArgumentCaptor<List<AudienceDefinition>> asked = ArgumentCaptor.forClass(List.class);
        Mockito.verify(network, Mockito.atLeastOnce()).sizes(any(), asked.capture());
        assertThat(asked.getValue().get(0).terms()).containsExactly(new Term(TermKind.SOURCE, "HSS1"));
        Answer used = scene.call("ines", HttpMethod.DELETE, CLIENT + "/sources/" + id, "");
        assertThat(used.status()).isEqualTo(422);
        assertThat(used.detail()).contains("used by Came lately");
        refused("/sources", with(body, "toDay", 400), "0 to 400 days ago is no window within 0 to 180");
        refused("/sources", body, "Another source is called “Visitors”");
        refused("/sources", with(with(body, "kind", "VIDEO"), "name", "V"), "names no video");
        refused(
                "/sources/ladder",
                Map.of("accountId", "a1", "event", "view", "name", "L", "cuts", List.of(7, 3)),
                "The cut at day 3 does not come after");
        refused(
                "/audiences",
                audience("Ghost", AudienceDefinition.everyoneIn("GB").and(AnyOf.of(new Term(TermKind.SOURCE, "gone")))),
                "There is no source “gone”");
    }

    private static Map<String, Object> asked(AudienceDefinition definition) {
        return Map.of("accountId", "a1", "definition", definition);
    }

    /** Audiences side by side: what two share, at most sixty, and none that is not there. */
    @Test
    void audiencesAreComparedByThePeopleTheyShare() throws Exception {
        List<String> ids =
                List.of(scene.audience("Beside"), scene.audience("Beside it"), scene.audience("Beside both"));
        JsonNode told = scene.post(CLIENT + "/audiences/overlaps", Map.of("accountId", "a1", "audienceIds", ids));
        assertThat(told.get("sizes")).hasSize(3);
        assertThat(told.get("shared").get(2))
                .as("the third with each before it")
                .hasSize(2);
        refused(
                "/audiences/overlaps",
                Map.of("accountId", "a1", "audienceIds", Collections.nCopies(61, ids.get(0))),
                "61 audiences",
                "60 are compared at most");
        Map<String, Object> unknown = Map.of("accountId", "a1", "audienceIds", List.of(ids.get(0), "nobody"));
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/audiences/overlaps", unknown)
                        .status())
                .isEqualTo(404);
    }

    /** The same people on each account; a network that is away is told for its own, and the others are told all the same. */
    @Test
    void theSameAudienceIsToldForEveryAccount() throws Exception {
        Map<String, Object> body = asked(AudienceDefinition.everyoneIn("GB").interestedIn(List.of("knitting")));
        JsonNode sides = scene.post(CLIENT + "/audiences/sides", body);
        for (JsonNode side : sides) {
            assertThat(side.get("networkName").asString()).isEqualTo("Hearthside");
            assertThat(side.get("differences")).isEmpty();
            assertThat(side.get("size").get("people").asLong()).isPositive();
            assertThat(side.get("problem").isNull()).isTrue();
        }
        world.tell(
                () -> doThrow(new NetworkAway("Hearthside", null)).when(network).sizes(any(), any()));
        Map<String, Object> other = asked(AudienceDefinition.everyoneIn("IE").interestedIn(List.of("knitting")));
        JsonNode side = scene.post(CLIENT + "/audiences/sides", other).get(0);
        assertThat(side.get("size").isNull()).isTrue();
        assertThat(side.get("problem").asString()).contains("Hearthside does not answer");
        assertThat(side.get("definition").get("places").get("countries").get(0).asString())
                .isEqualTo("IE");
    }

    /** Three audiences of one that exclude one another; topics stand by their lift, and little lift makes no layer. */
    @Test
    void interestsAreLaidInLayersByTheirLift() throws Exception {
        AudienceSize some = new AudienceSize(50_000, false);
        world.tell(() -> when(network.related(any(), any()))
                .thenReturn(List.of(
                        new RelatedTopic("sewing", "Sewing", "craft", 3.1, some),
                        new RelatedTopic("allotments", "Allotments", "garden", 1.9, some),
                        new RelatedTopic("cars", "Cars", "motors", 1.05, some))));
        AudienceDefinition knitters = AudienceDefinition.everyoneIn("GB").interestedIn(List.of("knitting"));
        JsonNode layers = scene.post(CLIENT + "/audiences/layers", asked(knitters));
        assertThat(layers).extracting(l -> l.get("name").asString()).containsExactly("direct", "close", "shared taste");
        assertThat(layers.get(1).get("topics").get(0).get("code").asString()).isEqualTo("sewing");
        assertThat(layers.get(2).get("topics").get(0).get("code").asString()).isEqualTo("allotments");
        assertThat(layers.toString()).doesNotContain("cars");
        assertThat(layers.get(1).get("definition").get("leftOut").toString()).contains("knitting");
        assertThat(layers.get(2).get("definition").get("leftOut").toString()).contains("knitting", "sewing");
        refused("/audiences/layers", asked(AudienceDefinition.everyoneIn("GB")), "interest");
    }
}
