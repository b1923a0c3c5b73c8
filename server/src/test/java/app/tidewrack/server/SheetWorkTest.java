package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.Offers.PlacementSize;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.mockito.Mockito;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/** Many rows at once on a sheet: split, pasted, copied, delivered. */
class SheetWorkTest extends WithServer {
    private String plan;
    private String campaign;
    private String row;
    private String column;
    private int version;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void aSheetOfOneRow() throws Exception {
        String name = UUID.randomUUID().toString().substring(0, 8);
        plan = scene.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
        version = 0;
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", "10"));
        facts.put("name", name);
        JsonNode view = edit(Map.of("kind", "newCampaign", "accountId", "a1", "facts", facts));
        campaign = view.get("campaigns").get(0).get("id").asString();
        edit(with("newRows", "audienceIds", List.of(scene.audience(name))));
        String sha = scene.sha("sock.png", Pictures.real("PNG", 1080, 1080));
        view = edit(with("newColumns", "creativeIds", List.of(scene.creative(name, sha))));
        row = rows(view).get(0).get("id").asString();
        column = view.get("campaigns").get(0).get("columns").get(0).get("id").asString();
    }

    private JsonNode edit(Map<String, Object> edit) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        version = answer.body().get("version").asInt();
        return answer.body();
    }

    private String refused(Map<String, Object> edit) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(422);
        return answer.detail();
    }

    private Map<String, Object> with(String kind, Object... more) {
        Map<String, Object> edit = new HashMap<>(Map.of("kind", kind, "campaignId", campaign));
        for (int i = 0; i < more.length; i += 2) {
            edit.put((String) more[i], more[i + 1]);
        }
        return edit;
    }

    private static JsonNode rows(JsonNode view) {
        return view.get("campaigns").get(0).get("rows");
    }

    private static List<String> each(JsonNode list, String field) {
        return StreamSupport.stream(list.spliterator(), false)
                .map(n -> n.get(field).asString())
                .toList();
    }

    private String rowPath() {
        return CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/rows/" + row;
    }

    private static Map<String, Object> by(Object... by) {
        return Map.of("by", List.of(by), "share", "EACH");
    }

    /** Two countries, an age, two interests in one line: something for every variable that a network lists. */
    private String wide() throws Exception {
        AudienceDefinition wide = AudienceDefinition.everyoneIn(Places.inCountries("GB", "IE"))
                .aged(new AgeRange(20, 60))
                .interestedIn(List.of("knitting", "sewing"));
        return scene.post(
                        CLIENT + "/audiences",
                        Map.of(
                                "accountId",
                                "a1",
                                "name",
                                "Wide " + UUID.randomUUID(),
                                "version",
                                0,
                                "definition",
                                wide))
                .get("id")
                .asString();
    }

    private JsonNode offered(String variable) throws Exception {
        return StreamSupport.stream(scene.get(rowPath() + "/split-options").spliterator(), false)
                .filter(o -> o.get("variable").asString().equals(variable))
                .findFirst()
                .orElseThrow();
    }

    /** What is offered is what can be chosen: two values of each variable make two rows, whose people and money are foreseen. */
    @ParameterizedTest
    @ValueSource(strings = {"GENDER", "PLACE", "PLACEMENT", "DEVICE", "SYSTEM", "CONNECTION", "LANGUAGE", "INTEREST"})
    void aRowIsSplitByWhateverItsNetworkOffers(String variable) throws Exception {
        row = rows(edit(with("newRows", "audienceIds", List.of(wide()))))
                .get(1)
                .get("id")
                .asString();
        JsonNode offer = offered(variable);
        assertThat(offer.get("lacking").asString()).isEmpty();
        List<String> codes = each(offer.get("choices"), "code").subList(0, 2);
        Map<String, Object> split = by(Map.of("variable", variable, "codes", codes));

        JsonNode preview = scene.post(rowPath() + "/split-preview", split);
        JsonNode made = rows(edit(with("rowSplit", "rowId", row, "split", split)));

        List<String> labels = each(preview.get("rows"), "label");
        assertThat(labels).hasSize(2).doesNotHaveDuplicates();
        assertThat(each(made, "label")).hasSize(3).containsAll(labels);
        assertThat(preview.get("dailyAfterMinor").asLong()
                        - preview.get("dailyBeforeMinor").asLong())
                .isEqualTo(preview.get("rows").get(0).get("moneyMinor").asLong());
        Map<String, Object> unknown = by(Map.of("variable", variable, "codes", List.of(codes.get(0), "nowhere")));
        row = made.get(1).get("id").asString();
        assertThat(refused(with("rowSplit", "rowId", row, "split", unknown))).contains("nowhere");
    }

    /** What an audience does not ask for cannot be split, and says what would make it so. */
    @ParameterizedTest
    @CsvSource({
        "PLACE, The audience has one place",
        "INTEREST, fewer than two interests",
        "LOOKALIKE, no lookalike of two percent",
        "RECENCY, Make a ladder of visitors first"
    })
    void whatCannotBeSplitSaysWhy(String variable, String lacking) throws Exception {
        JsonNode offer = offered(variable);
        assertThat(offer.get("lacking").asString()).contains(lacking);
        assertThat(offer.get("choices").size()).isLessThan(2);
    }

    private static final Map<String, Object> GENDERS = Map.of("variable", "GENDER", "codes", List.of("WOMEN", "MEN"));

    /** What a split would make is what it makes; rows keep to their part when it is sent, and after a reload. */
    @Test
    void aSplitIsForeseenMadeAndSent() throws Exception {
        Map<String, Object> split = by(Map.of("variable", "AGE", "bands", 3), GENDERS);
        JsonNode toBe = scene.post(rowPath() + "/split-preview", split);
        assertThat(toBe.get("rows")).hasSize(6);
        assertThat(toBe.get("dailyAfterMinor").asLong()).isEqualTo(6000);
        assertThat(toBe.get("rows").get(0).get("size").get("people").asLong()).isEqualTo(50_000);
        JsonNode made = edit(with("rowSplit", "rowId", row, "split", split));
        assertThat(each(rows(made), "label")).isEqualTo(each(toBe.get("rows"), "label"));
        assertThat(each(rows(made).get(0).get("slices"), "words")).containsExactly("28 to 45", "women");
        assertThat(rows(made).get(0).get("size").get("people").asLong()).isEqualTo(50_000);
        assertThat(scene.get(CLIENT + "/plans/" + plan)).isEqualTo(made);
        List<GroupSettings> sent = launched();
        assertThat(sent).hasSize(6);
        assertThat(sent).extracting(o -> o.audience().gender()).containsOnly(Gender.WOMEN, Gender.MEN);
        assertThat(sent).extracting(o -> o.audience().ages().from()).containsOnly(28, 46, 64);
    }

    /** Common practice: phone only, then also Wi-Fi only; without new rows, told by what differs, sent, taken back. */
    @Test
    void rowsAreKeptToDevicesAndOnlyWhatDiffersIsTold() throws Exception {
        JsonNode two = edit(with("rowCopy", "rowIds", List.of(row), "times", 1));
        Map<String, Object> request = new HashMap<>(Map.of(
                "editId",
                UUID.randomUUID().toString(),
                "version",
                version,
                "edit",
                with("rowKeep", "rowIds", List.of(row), "variable", "DEVICE", "codes", List.of("phone", "tablet"))));
        request.put("held", two.get("stamp").asString());
        Answer told = scene.call("ines", HttpMethod.PUT, CLIENT + "/plans/" + plan + "/edits", request);
        assertThat(told.status()).as(told.body().toString()).isEqualTo(200);
        JsonNode campaignTold = told.body().get("campaigns").get(0);
        assertThat(each(campaignTold.get("rows"), "id")).containsExactly(row);
        assertThat(campaignTold.get("columns")).isEmpty();
        assertThat(campaignTold.get("left").get("rowIds").isNull()).isTrue();
        assertThat(campaignTold.get("left").get("parts").toString()).contains("COLUMNS", "AD_STATES");
        version = told.body().get("version").asInt();
        JsonNode slice =
                rows(scene.get(CLIENT + "/plans/" + plan)).get(0).get("slices").get(0);
        assertThat(slice.get("words").asString()).isEqualTo("Phone or Tablet");
        assertThat(slice.get("codes").toString()).isEqualTo("[\"phone\",\"tablet\"]");
        assertThat(refused(with("rowKeep", "rowIds", List.of(row), "variable", "SYSTEM", "codes", List.of("toaster"))))
                .contains("does not offer every device’s system of toaster");
        assertThat(refused(with("rowKeep", "rowIds", List.of(row), "variable", "AGE", "codes", List.of("20-30"))))
                .contains("not to one age");
        assertThat(launched())
                .extracting(o -> o.audience().conditions().stream()
                        .flatMap(c -> c.terms().stream())
                        .map(Term::code)
                        .filter(c -> Set.of("phone", "tablet").contains(c))
                        .toList())
                .containsExactlyInAnyOrder(List.of("phone", "tablet"), List.of());
        JsonNode all = edit(with("rowKeep", "rowIds", List.of(row), "variable", "DEVICE", "codes", List.of()));
        assertThat(rows(all).get(0).get("slices")).isEmpty();
    }

    @Test
    void sizesAreAskedAgainOnceTheNetworkIsBack() throws Exception {
        world.tell(() -> doThrow(new NetworkAway("Hearthside", new IOException("refused")))
                .when(network)
                .sizes(any(), any()));
        JsonNode toBe = scene.post(rowPath() + "/split-preview", by(GENDERS));
        assertThat(toBe.get("rows").get(0).get("size").isNull()).isTrue();
        JsonNode made = edit(with("rowSplit", "rowId", row, "split", by(GENDERS)));
        assertThat(rows(made).get(0).get("size").isNull()).isTrue();
        assertThat(each(made.get("campaigns").get(0).get("findings"), "rule")).contains("audience.size-unknown");
        world.tell(() -> Mockito.doReturn(List.of(new AudienceSize(7_000, false), new AudienceSize(8_000, false)))
                .when(network)
                .sizes(any(), any()));
        JsonNode opened = scene.get(CLIENT + "/plans/" + plan);
        assertThat(rows(opened).get(0).get("size").get("people").asLong()).isIn(7_000L, 8_000L);
    }

    /** Common practice: a maximum is a ceiling, the suggestion the floor to start from; short video runs from 7 to 23 o'clock. */
    @Test
    void howARowIsDeliveredIsCheckedAndSent() throws Exception {
        assertThat(scene.get(rowPath() + "/bids").get("suggestedMinor").asLong())
                .isEqualTo(40);
        String day = "0".repeat(7) + "1".repeat(16) + "0";
        JsonNode view = edit(with(
                "rowDelivery",
                "rowIds",
                List.of(row),
                "seek",
                Map.of("goal", "link-clicks", "charge", "CLICK"),
                "bid",
                Map.of("strategy", "MAXIMUM", "money", "0.15"),
                "showing",
                Map.of("how", "CHOSEN", "codes", List.of("home-feed")),
                "run",
                Map.of("pace", "EVEN", "hours", day.repeat(7))));
        JsonNode delivery = rows(view).get(0).get("delivery");
        assertThat(delivery.get("bidWords").asString()).isEqualTo("at most £0.15");
        assertThat(delivery.get("hoursWords").asString()).isEqualTo("daily 7 to 23");
        assertThat(delivery.get("runsHours").asDouble()).isEqualTo(14 * 16);
        JsonNode findings = view.get("campaigns").get(0).get("findings");
        assertThat(each(findings, "rule")).contains("bid.too-low-to-deliver");
        assertThat(each(findings, "mend")).contains("Raise it to the suggestion, £0.40.");
        assertThat(refused(with("rowDelivery", "rowIds", List.of(row), "run", Map.of("pace", "EVEN", "hours", "11"))))
                .contains("The hours have 2 signs; a week has 168");
        edit(with("rowDelivery", "rowIds", List.of(row), "bid", Map.of("strategy", "MAXIMUM", "money", "0.40")));
        world.tell(() -> when(network.placementSizes(anyString(), any()))
                .thenReturn(List.of(new PlacementSize("home-feed", new AudienceSize(9000, false)))));
        JsonNode placements = scene.get(rowPath() + "/placements");
        assertThat(each(placements, "code").get(0)).isEqualTo("home-feed");
        assertThat(placements.get(0).get("people").get("people").asLong()).isEqualTo(9000);
        assertThat(each(placements, "showsNow").stream().filter("true"::equals)).hasSize(1);
        assertThat(placements.get(1).get("people").isNull()).isTrue();
        GroupSettings sent = launched().get(0);
        assertThat(sent.placements()).containsExactly("home-feed");
        assertThat(sent.charge()).isEqualTo(Charge.CLICK);
        assertThat(sent.bid()).isEqualTo(new Bid(BidStrategy.MAXIMUM, Money.ofMinor(40, "GBP")));
        assertThat(sent.hours().week()).isEqualTo(day.repeat(7));
    }

    @Test
    void cellsOfASpreadsheetGoInAndExcludedAdsKeepTheirReason() throws Exception {
        String text = "12\n\"a\tquote\nthat spans\"";
        JsonNode foreseen = scene.post(
                CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/paste-preview", Map.of("text", text));
        assertThat(foreseen.get("money").get(0).get("afterMinor").asLong()).isEqualTo(1200);
        assertThat(foreseen.get("bad").get(0).get("line").asInt()).isEqualTo(2);
        assertThat(rows(edit(with("paste", "text", text)))
                        .get(0)
                        .get("moneyMinor")
                        .asLong())
                .isEqualTo(1200);
        assertThat(refused(with("paste", "text", text))).contains("Nothing pasted would change the sheet");
        assertThat(refused(with("paste", "text", "1\n".repeat(400_000)))).contains("2,001 lines; 1 to 2,000");
        JsonNode view = scene.get(CLIENT + "/plans/" + plan);
        String column =
                view.get("campaigns").get(0).get("columns").get(0).get("id").asString();
        List<Map<String, String>> cells = List.of(Map.of("rowId", row, "columnId", column));
        edit(with("cellSwitch", "cells", cells, "on", false, "why", "Buyers have it"));
        JsonNode excluded =
                scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0).get("excluded");
        assertThat(each(excluded, "why")).containsExactly("Buyers have it");
        assertThat(refused(with("cellSwitch", "cells", cells, "on", false, "why", "x".repeat(161))))
                .contains("161 characters; 160 are kept");
        JsonNode back =
                scene.post(CLIENT + "/plans/" + plan + "/undo", Map.of("campaignId", campaign, "version", version));
        assertThat(back.get("campaigns").get(0).get("ads").asInt()).isEqualTo(1);
    }

    /** Every campaign on a network is paused once, the sheet says so, and nothing is created again when all runs on. */
    @Test
    void everythingIsPausedAndRunsOn() throws Exception {
        launched();
        String all = CLIENT + "/on-networks";
        assertThat(scene.call("tove", HttpMethod.PUT, all, Map.of("paused", true))
                        .status())
                .isEqualTo(403);
        scene.call("ines", HttpMethod.PUT, all, Map.of("paused", true));
        JsonNode mine = settled(all);
        assertThat(mine.get("paused").asBoolean()).isTrue();
        verify(network).pause(Level.CAMPAIGN, mine.get("externalId").asString(), true);
        JsonNode states =
                scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0).get("adStates");
        assertThat(each(states, "state")).containsOnly("PAUSED");
        scene.call("ines", HttpMethod.PUT, all, Map.of("paused", true));
        scene.call("ines", HttpMethod.PUT, all, Map.of("paused", false));
        assertThat(settled(all).get("paused").asBoolean()).isFalse();
        verify(network).pause(Level.CAMPAIGN, mine.get("externalId").asString(), false);
        assertThat(network.created()).isEqualTo(3);
    }

    /** This test's campaign, once nothing of it is under way. */
    private JsonNode settled(String all) throws Exception {
        return Waiting.asked(
                () -> mine(scene.get(all)),
                c -> !c.isMissingNode() && !c.get("underWay").asBoolean());
    }

    private JsonNode mine(JsonNode campaigns) {
        return campaigns
                .valueStream()
                .filter(c -> c.get("campaignId").asString().equals(campaign))
                .findFirst()
                .orElse(json.missingNode());
    }

    @Test
    void aCopyOnTheSameAccountLosesNothingAndAddsNoAudience() throws Exception {
        JsonNode foreseen = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/carried?accountId=a1");
        assertThat(foreseen.get("losses")).isEmpty();
        assertThat(foreseen.get("audiences")).isEmpty();
        JsonNode view = edit(with("campaignCopy", "accountId", "a1"));
        JsonNode copy = view.get("campaigns").get(1).get("rows").get(0);
        assertThat(copy.get("audienceId")).isEqualTo(rows(view).get(0).get("audienceId"));
        assertThat(copy.get("id")).isNotEqualTo(rows(view).get(0).get("id"));
        assertThat(scene.edit(plan, "another-edit", version, with("campaignCopy", "accountId", "gone"))
                        .status())
                .isEqualTo(404);
    }

    /** A warning that is left for a reason is told no more, and what blocks cannot be left. */
    @Test
    void aWarningIsLeftForAReasonAndToldAgain() throws Exception {
        edit(with("rowDelivery", "rowIds", List.of(row), "bid", Map.of("strategy", "MAXIMUM", "money", "0.05")));
        String path = CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/silenced";
        Map<String, Object> low =
                new HashMap<>(Map.of("rule", "bid.too-low-to-deliver", "rowId", row, "why", "A trial"));
        JsonNode view = scene.call("ines", HttpMethod.PUT, path, low).body();
        assertThat(each(view.get("campaigns").get(0).get("findings"), "rule")).doesNotContain("bid.too-low-to-deliver");
        JsonNode silenced = view.get("campaigns").get(0).get("silenced");
        assertThat(each(silenced, "why")).containsExactly("A trial");
        assertThat(each(silenced, "person")).containsExactly("Ines");
        low.put("why", null);
        view = scene.call("ines", HttpMethod.PUT, path, low).body();
        assertThat(each(view.get("campaigns").get(0).get("findings"), "rule")).contains("bid.too-low-to-deliver");
        assertThat(scene.call("ines", HttpMethod.PUT, path, Map.of("rule", "no.such", "why", "x"))
                        .detail())
                .contains("find no no.such there now");
        low.put("why", "  ");
        assertThat(scene.call("ines", HttpMethod.PUT, path, low).detail()).contains("1 to 200 characters");
        edit(with("rowMoney", "rowIds", List.of(row), "money", "1"));
        assertThat(scene.call(
                                "ines",
                                HttpMethod.PUT,
                                path,
                                Map.of("rule", "money.under-lowest", "rowId", row, "why", "x"))
                        .detail())
                .contains("It blocks the launch.");
    }

    /** A locked row keeps its money when others are changed or spread; by itself it is refused until it is unlocked. */
    @Test
    void lockedMoneyStaysAndOneKeyMends() throws Exception {
        List<String> both = each(rows(edit(with("rowCopy", "rowIds", List.of(row), "times", 1))), "id");
        edit(with("rowLock", "rowIds", List.of(row), "locked", true));
        assertThat(money(edit(with("rowMoney", "rowIds", both, "money", "+1")))).containsExactly("1000", "1100");
        assertThat(money(edit(with("rowSpread", "rowIds", both, "money", "30", "how", "EQUAL"))))
                .containsExactly("1000", "2000");
        assertThat(refused(with("rowMoney", "rowIds", List.of(row), "money", "3")))
                .contains("is locked at £10.00");
        assertThat(refused(with("campaignMoney", "money", "30"))).contains("has its own money");

        edit(with("rowMoney", "rowIds", List.of(both.get(1)), "money", "0.10"));
        JsonNode low = edit(with("rowLock", "rowIds", List.of(row), "locked", false))
                .get("campaigns")
                .get(0)
                .get("findings");
        assertThat(each(low, "rule")).contains("money.under-lowest", "test.uneven-money");
        assertThat(money(edit(with("mend", "rule", "money.under-lowest", "rowId", both.get(1)))))
                .containsExactly("1000", "500");
        assertThat(money(edit(with("mend", "rule", "test.uneven-money")))).containsExactly("750", "750");
        assertThat(refused(with("mend", "rule", "test.uneven-money"))).contains("Nothing of test.uneven-money is left");
    }

    private static List<String> money(JsonNode view) {
        return each(rows(view), "moneyMinor");
    }

    @Test
    void whatCannotBeIsRefusedAndNothingIsHalfDone() throws Exception {
        Map<String, Object> wide = by(GENDERS, Map.of("variable", "AGE", "bands", 400));
        assertThat(refused(with("rowSplit", "rowId", row, "split", wide))).contains("400 bands do not go into it");
        Map<String, Object> moon = by(Map.of("variable", "PLACEMENT", "codes", List.of("moon")));
        assertThat(refused(with("rowSplit", "rowId", row, "split", moon)))
                .contains("“moon” is no placement of this row");
        assertThat(refused(with("rowMoney", "rowIds", List.of(row), "money", "-20")))
                .contains("would become −£10.00");
        assertThat(refused(with("rowsInto", "rowIds", List.of(row), "toCampaignId", "gone")))
                .contains("no campaign gone");
        assertThat(refused(with("rowCopy", "rowIds", List.of(row, "gone"), "times", 2)))
                .contains("no row gone");
        assertThat(scene.call("ines", HttpMethod.GET, rowPath().replace("c1", "c2") + "/split-options", "")
                        .status())
                .isEqualTo(404);
        assertThat(scene.get(CLIENT + "/plans/" + plan).get("version").asInt()).isEqualTo(version);
    }

    /** Launches the sheet and gives the ad groups that were sent. */
    private List<GroupSettings> launched() throws Exception {
        String launch = scene.post(CLIENT + "/launches", Scene.order(plan, campaign, version, Map.of()))
                .get("id")
                .asString();
        JsonNode state = scene.over(launch);
        assertThat(state.get("state").asString()).as(state.toString()).isEqualTo("DONE");
        return network.standing(Level.AD_GROUP).stream()
                .map(i -> (GroupSettings) i.settings())
                .toList();
    }

    /** Names follow what the client keeps; a scheme is tried on the sheet first, and names of every version are read. */
    @Test
    void namesFollowTheClientsPatternsAndAreReadBack() throws Exception {
        String naming = CLIENT + "/naming";
        JsonNode before = scene.get(naming);
        ObjectNode scheme = (ObjectNode) before.get("scheme");
        String old = scene.get(namesPath()).get("rows").get(0).get("name").asString();
        ObjectNode age = scheme.objectNode()
                .put("token", "AGE")
                .put("text", "age")
                .put("writing", "AS_IT_IS")
                .put("optional", true)
                .put("digits", 1);
        ((ArrayNode) scheme.get("adGroup").get("parts")).add(age);
        JsonNode tried = scene.post(namesPath() + "-tried", scheme).get("adGroups");
        assertThat(tried.get("names").get(0).get("name").asString()).isEqualTo(old + "_age28-80");
        assertThat(tried.get("faulty")).isEmpty();
        assertThat(scene.get(namesPath()).get("rows").get(0).get("name").asString())
                .isEqualTo(old);

        Map<String, Object> keep = Map.of("version", before.get("version").asInt(), "scheme", scheme);
        assertThat(scene.call("ines", HttpMethod.PUT, naming, keep).status()).isEqualTo(200);
        Answer late = scene.call("ines", HttpMethod.PUT, naming, keep);
        assertThat(late.status()).isEqualTo(409);
        assertThat(scene.get(namesPath()).get("rows").get(0).get("name").asString())
                .isEqualTo(old + "_age28-80");
        String link = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/links/" + row + "/" + column)
                .get("link")
                .asString();
        assertThat(link).contains("utm_source=hearthside", "utm_term=" + old + "_age28-80");

        String names = old + "\n" + old + "_age28-80\n" + "HOT_" + old.substring(5) + "\n" + old + "\n";
        JsonNode read =
                scene.post(CLIENT + "/names-read", Map.of("level", "AD_GROUP", "text", names + "x_y\n".repeat(4996)));
        assertThat(read.get("read").asInt()).isEqualTo(3);
        assertThat(read.get("notRead").asInt()).isEqualTo(4997);
        JsonNode lines = read.get("names");
        assertThat(lines.get(1).get("values").toString()).contains("\"28-80\"", "\"cold\"");
        assertThat(lines.get(2).get("whyNot").asString()).contains("“HOT” is no short code of temperature");
        assertThat(lines.get(3).get("twice").asBoolean()).isTrue();

        ((ObjectNode) scheme.get("ad")).put("space", "_");
        Answer refused = scene.call("ines", HttpMethod.POST, namesPath() + "-tried", scheme);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains("“_” would stand both between parts and for a space");
    }

    /** Names by a pattern that the client does not have: found in them, or as a person says; the client’s own stays as it is. */
    @Test
    void foreignNamesAreLaidOutAsTheyShowOrAsAPersonSays() throws Exception {
        JsonNode before = scene.get(CLIENT + "/naming");
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < 20; i++) {
            text.append("%s | UK | %s | %s | %s%n"
                    .formatted(
                            i % 2 == 0 ? "Prospecting" : "RETG",
                            i % 3 == 0 ? "F" : "M",
                            i % 4 == 0 ? "18-24" : "25-34",
                            i % 5 == 0 ? "Wool week | early" : "Kits " + i));
        }
        String path = CLIENT + "/names-laid-out";
        JsonNode found = scene.post(path, Map.of("text", text + "odd", "spaced", false));
        assertThat(found.get("read").asInt()).isEqualTo(20);
        assertThat(each(found.get("columns"), "token").toString()).contains("TEMPERATURE", "PLACE", "GENDER", "AGE");
        assertThat(found.get("names").get(0).get("values").toString())
                .isEqualTo("[\"cold\",\"GB\",\"women\",\"18-24\",\"Wool week | early\"]");
        assertThat(found.get("names").get(20).get("whyNot").asString()).startsWith("nothing stands between parts");

        List<Map<String, String>> columns = new ArrayList<>();
        found.get("columns")
                .forEach(c -> columns.add(
                        c.hasNonNull("token")
                                ? Map.of("token", c.get("token").asString(), "mark", "")
                                : Map.of("token", "CAMPAIGN", "mark", "")));
        Map<String, Object> said = Map.of("text", text, "separator", "|", "spaced", true, "columns", columns);
        assertThat(scene.post(path, said).get("columns").get(4).get("token").asString())
                .isEqualTo("CAMPAIGN");
        columns.set(0, Map.of("token", "CAMPAIGN", "mark", ""));
        Answer twice = scene.call("ines", HttpMethod.POST, path, said);
        assertThat(twice.status()).isEqualTo(422);
        assertThat(twice.detail()).contains("Two parts mean the campaign");
        assertThat(scene.post(path, Map.of("text", "Kits\nWool", "spaced", false))
                        .get("columns"))
                .isEmpty();
        assertThat(scene.get(CLIENT + "/naming")).isEqualTo(before);
    }

    private String namesPath() {
        return CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/names";
    }

    /** Two parts that may be left out and say anything, or one beside a code: “F” could be either, so a mark is asked for. */
    @Test
    void patternsThatCouldBeReadInTwoWaysAreRefused() throws Exception {
        String naming = CLIENT + "/naming";
        JsonNode before = scene.get(naming);
        ObjectNode scheme = (ObjectNode) before.get("scheme").deepCopy();
        ArrayNode parts = (ArrayNode) scheme.get("adGroup").get("parts");
        for (String token : List.of("INTEREST", "GENDER")) {
            parts.add(scheme.objectNode()
                    .put("token", token)
                    .put("text", "")
                    .put("writing", "AS_IT_IS")
                    .put("optional", true)
                    .put("digits", 1));
        }
        Map<String, Object> body = Map.of("version", before.get("version").asInt(), "scheme", scheme);
        Answer refused = scene.call("ines", HttpMethod.PUT, naming, body);
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.body().get("field").asString()).isEqualTo("parts");
        assertThat(refused.detail()).contains("interest and gender may each be left out", "Give all but one a mark");
        assertThat(scene.get(naming).get("version")).isEqualTo(before.get("version"));
        ((ObjectNode) parts.get(parts.size() - 1)).put("text", "g=");
        Answer kept = scene.call("ines", HttpMethod.PUT, naming, body);
        assertThat(kept.status()).as(kept.body().toString()).isEqualTo(200);
        Map<String, Object> back =
                Map.of("version", kept.body().get("version").asInt(), "scheme", before.get("scheme"));
        assertThat(scene.call("ines", HttpMethod.PUT, naming, back).status()).isEqualTo(200);
    }

    /** A plan is out of sight, not gone; one of which something runs is not taken away. */
    @Test
    void aPlanIsTakenAwayAndBroughtBack() throws Exception {
        Sheet sheet = scene.sheet("a1");
        String plan = CLIENT + "/plans/" + sheet.plan();
        String name = scene.get(plan).get("name").asString();
        assertThat(scene.call("ines", HttpMethod.DELETE, plan, "").status()).isEqualTo(200);
        assertThat(scene.get(CLIENT + "/plans").toString()).doesNotContain(sheet.plan());
        assertThat(scene.call("ines", HttpMethod.GET, plan, "").status()).isEqualTo(404);
        assertThat(scene.get(CLIENT + "/plans/removed").toString())
                .contains(sheet.plan())
                .contains("Ines");
        scene.post(CLIENT + "/plans", Map.of("name", name));
        assertThat(scene.post(plan + "/back", "").get("name").asString()).isEqualTo(name + " 2");
        assertThat(scene.get(CLIENT + "/plans/removed")).isEmpty();

        scene.launched(sheet);
        Answer running = scene.call("ines", HttpMethod.DELETE, plan, "");
        assertThat(running.status()).isEqualTo(422);
        assertThat(running.detail()).contains("One of its campaigns runs").contains("Pause them first");
    }

    /** Whoever knows what goes onto the sheet says so at once: one edit, or nothing at all where a part of it cannot be. */
    @Test
    void aPlanBeginsWithItsWholeSheet() throws Exception {
        String name = UUID.randomUUID().toString().substring(0, 8);
        List<String> people = List.of(scene.audience(name + " one"), scene.audience(name + " two"));
        String shown = scene.creative(name, scene.sha("sock.png", Pictures.real("PNG", 1080, 1080)));
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", "12"));
        Map<String, Object> first = new HashMap<>(Map.of(
                "kind",
                "newCampaign",
                "accountId",
                "a1",
                "facts",
                facts,
                "audienceIds",
                people,
                "creativeIds",
                List.of(shown)));
        Map<String, Object> begun = Map.of("name", name, "campaign", first);

        for (Map.Entry<String, Object> wrong : Map.<String, Object>of(
                        "audienceIds", List.of("nobody"), "creativeIds", List.of(shown, shown), "accountId", "none")
                .entrySet()) {
            Map<String, Object> other = new HashMap<>(first);
            other.put(wrong.getKey(), wrong.getValue());
            assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/plans", Map.of("name", name, "campaign", other))
                            .status())
                    .as(wrong.getKey())
                    .isIn(404, 422);
        }
        JsonNode made = scene.post(CLIENT + "/plans", begun);
        JsonNode sheet = made.get("campaigns").get(0);
        assertThat(each(sheet.get("rows"), "label")).containsExactly(name + " one", name + " two");
        assertThat(each(sheet.get("columns"), "creativeId")).containsExactly(shown);
        assertThat(sheet.get("ads").asInt()).isEqualTo(2);
        assertThat(sheet.get("dailyMinor").asLong()).isEqualTo(2400);
        assertThat(scene.get(CLIENT + "/plans/" + made.get("id").asString() + "/history"))
                .hasSize(1);
    }

    /** With its whole sheet, at the end, however much was done to the plan since; and where it cannot, nothing of it is. */
    @Test
    void aCampaignIsTakenOutAndBroughtBack() throws Exception {
        JsonNode before = edit(with(
                "cellSwitch",
                "cells",
                List.of(Map.of("rowId", row, "columnId", column)),
                "on",
                false,
                "why",
                "too warm"));
        String away = CLIENT + "/plans/" + plan + "/campaigns/removed";
        assertThat(scene.get(away)).isEmpty();
        edit(with("campaignRemoval"));
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", "20"));
        facts.put("name", "Another");
        edit(Map.of("kind", "newCampaign", "accountId", "a1", "facts", facts));
        JsonNode removed = scene.get(away).get(0);
        assertThat(removed.get("id").asString()).isEqualTo(campaign);
        assertThat(removed.get("name")).isEqualTo(before.get("campaigns").get(0).get("name"));
        assertThat(removed.get("removedBy").asString()).isEqualTo("Ines");
        assertThat(scene.call("tove", HttpMethod.GET, away, "").status()).isEqualTo(200);

        JsonNode back = edit(with("campaignReturn"));
        assertThat(each(back.get("campaigns"), "id")).element(1).isEqualTo(campaign);
        for (String part : List.of("rows", "columns", "off", "dailyMinor", "flight")) {
            assertThat(back.get("campaigns").get(1).get(part))
                    .as(part)
                    .isEqualTo(before.get("campaigns").get(0).get(part));
        }
        assertThat(scene.get(away)).isEmpty();
        // It is there: what was taken away once does not come twice.
        assertThat(scene.edit(plan, UUID.randomUUID().toString(), version, with("campaignReturn"))
                        .status())
                .isEqualTo(404);

        edit(with("campaignRemoval"));
        sql.update("update plan_edit set at = now() - interval '31 days' where plan_id = ?", plan);
        assertThat(scene.get(away)).isEmpty();
        assertThat(scene.edit(plan, UUID.randomUUID().toString(), version, with("campaignReturn"))
                        .status())
                .isEqualTo(404);
    }

    /** What its rows aim at was deleted meanwhile: nothing is half there. */
    @Test
    void aCampaignWhoseAudienceIsGoneDoesNotComeBackInPart() throws Exception {
        String audience = rows(scene.get(CLIENT + "/plans/" + plan))
                .get(0)
                .get("audienceId")
                .asString();
        edit(with("campaignRemoval"));
        assertThat(scene.call("ines", HttpMethod.DELETE, CLIENT + "/audiences/" + audience, "")
                        .status())
                .isEqualTo(200);
        Answer refused = scene.edit(plan, UUID.randomUUID().toString(), version, with("campaignReturn"));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.detail()).contains("The audience of what this would bring back was deleted meanwhile");
        assertThat(scene.get(CLIENT + "/plans/" + plan).get("campaigns")).isEmpty();
    }
}
