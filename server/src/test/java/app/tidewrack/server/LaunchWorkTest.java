package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.post;

import app.tidewrack.connector.kit.MemoryNetwork.Item;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.launch.Budget;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.server.Scene.Answer;
import app.tidewrack.server.Scene.Sheet;
import app.tidewrack.server.launch.drift.DriftWatch;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Function;
import java.util.stream.StreamSupport;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.ss.usermodel.WorkbookFactory;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.http.HttpMethod;
import org.springframework.http.MediaType;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** Launching in parts, standing still, by hand, and on a network that others change too. */
class LaunchWorkTest extends WithServer {
    @Autowired
    private DriftWatch watch;

    private String plan;
    private String campaign;
    private int version;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void aSheetOfTwoRowsAndTwoColumns() throws Exception {
        Sheet sheet = scene.sheet("a1");
        plan = sheet.plan();
        campaign = sheet.campaign();
        version = sheet.version();
    }

    private JsonNode edit(Map<String, Object> edit) throws Exception {
        Answer answer = scene.edit(plan, UUID.randomUUID().toString(), version, edit);
        assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        version = answer.body().get("version").asInt();
        return answer.body();
    }

    private Map<String, Object> with(String kind, Object... more) {
        Map<String, Object> edit = new HashMap<>(Map.of("kind", kind, "campaignId", campaign));
        for (int i = 0; i < more.length; i += 2) {
            edit.put((String) more[i], more[i + 1]);
        }
        return edit;
    }

    private JsonNode changes() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes");
    }

    private List<String> doings() throws Exception {
        return StreamSupport.stream(changes().get("changes").spliterator(), false)
                .map(c -> c.get("action").asString() + " " + c.get("level").asString())
                .toList();
    }

    private JsonNode launch(Map<String, Object> how) throws Exception {
        return scene.launched(Scene.order(plan, campaign, version, how));
    }

    private JsonNode view() throws Exception {
        return scene.get(CLIENT + "/plans/" + plan).get("campaigns").get(0);
    }

    private String rowId(int row) throws Exception {
        return view().get("rows").get(row).get("id").asString();
    }

    @Test
    void aPartIsLaunchedWithWhatItNeedsAndStandsStillAtFirst() throws Exception {
        String ad = changes().get("changes").get(3).get("key").asString();
        launch(Map.of("keys", List.of(ad), "paused", true));
        assertThat(network.created()).isEqualTo(3);
        assertThat(network.standing(Level.CAMPAIGN).get(0).paused()).isTrue();
        assertThat(doings())
                .containsExactly("RESUME CAMPAIGN", "CREATE AD_GROUP", "CREATE AD", "CREATE AD", "CREATE AD");
        Answer unknown = scene.call(
                "ines",
                HttpMethod.POST,
                CLIENT + "/launches",
                Scene.order(plan, campaign, version, Map.of("keys", List.of("x/y"))));
        assertThat(unknown.status()).isEqualTo(422);
        assertThat(unknown.detail()).contains("Nothing changes of x/y");
        launch(Map.of());
        assertThat(network.created()).isEqualTo(7);
        assertThat(network.standing(Level.CAMPAIGN).get(0).paused()).isFalse();
        assertThat(doings()).isEmpty();
    }

    /** Source, form, picture, profile and account get other names: nothing is to be launched, and nobody changed anything. */
    @Test
    void whatIsRenamedIsNotLaunchedAgain() throws Exception {
        String tag = plan.substring(0, 6);
        Map<String, Object> account = new HashMap<>(
                Map.of("name", "Kits " + tag, "site", "a.example", "profiles", List.of("Oddment " + tag)));
        String accountId = scene.post(
                        CLIENT + "/accounts",
                        Map.of("network", "HS", "currency", "GBP", "zone", "Europe/London", "account", account))
                .get("id")
                .asString();
        Map<String, Object> source = new HashMap<>(
                Map.of("name", "Looked at kits " + tag, "kind", "SITE", "event", "view", "fromDay", 0, "toDay", 13));
        source.put("accountId", accountId);
        String sourceId = scene.post(CLIENT + "/sources", source).get("id").asString();
        String profile = "oddment-" + tag + ":1";
        AudienceDefinition people = AudienceDefinition.everyoneIn("GB")
                .and(AnyOf.of(new Term(TermKind.SOURCE, sourceId)))
                .and(AnyOf.of(new Term(TermKind.TIE, profile)));
        String audience = scene.post(
                        CLIENT + "/audiences",
                        Map.of("accountId", accountId, "name", "Kits " + tag, "version", 0, "definition", people))
                .get("id")
                .asString();
        Map<String, Object> form = FormWorkTest.form("Ask " + tag, 0, Map.of());
        String formId =
                scene.post(CLIENT + "/forms", form).get("form").get("id").asString();
        String sha = scene.sha("mitten.png", Pictures.real("PNG", 1080, 1080));
        String creative = scene.post(
                        CLIENT + "/creatives",
                        Scene.content("Mitten " + tag, "lead-form", List.of(sha), Map.of("formId", formId, "link", "")))
                .get("creative")
                .get("id")
                .asString();
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", "10"));
        facts.putAll(Map.of("name", "Renamed " + tag, "objective", "leads"));
        edit(Map.of("kind", "newCampaign", "accountId", accountId, "facts", facts));
        campaign = scene.get(CLIENT + "/plans/" + plan)
                .get("campaigns")
                .get(1)
                .get("id")
                .asString();
        edit(with("newRows", "audienceIds", List.of(audience)));
        edit(with("newColumns", "creativeIds", List.of(creative)));
        assertThat(launch(Map.of()).get("state").asString()).isEqualTo("DONE");
        assertThat(doings()).isEmpty();
        JsonNode before = scene.get(CLIENT + "/sources/" + sourceId);

        account.putAll(Map.of("name", "Another " + tag, "profiles", List.of("Thread " + tag)));
        scene.call("ines", HttpMethod.PUT, CLIENT + "/accounts/" + accountId, account);
        scene.call("ines", HttpMethod.PUT, CLIENT + "/sources/" + sourceId, Map.of("name", "Came by " + tag));
        form.putAll(Map.of("name", "Write " + tag, "edits", 1));
        scene.call("ines", HttpMethod.PUT, CLIENT + "/forms/" + formId, form);
        sql.update("update medium set file_name = 'glove.png' where sha256 = ?", sha);
        assertThat(scene.get(CLIENT + "/sources/" + sourceId)).isNotEqualTo(before);
        assertThat(doings()).isEmpty();
        assertThat(look()).isEmpty();
    }

    /** A row that was taken out is removed with its ads; brought back by undo it is made anew, and once. */
    @Test
    void whatLeavesTheSheetIsRemovedAndComesBackAsAnother() throws Exception {
        launch(Map.of());
        edit(with("rowRemoval", "rowIds", List.of(rowId(1))));
        assertThat(doings()).containsExactly("REMOVE AD_GROUP");
        launch(Map.of());
        assertThat(network.standing(Level.AD_GROUP)).hasSize(1);
        assertThat(doings()).isEmpty();
        version = scene.post(CLIENT + "/plans/" + plan + "/undo", Map.of("campaignId", campaign, "version", version))
                .get("version")
                .asInt();
        assertThat(doings()).containsExactly("CREATE AD_GROUP", "CREATE AD", "CREATE AD");
        launch(Map.of());
        assertThat(network.standing(Level.AD_GROUP)).hasSize(2);
        assertThat(network.created()).isEqualTo(10);
        assertThat(doings()).isEmpty();
    }

    @Test
    void whatOthersChangedOnTheNetworkIsFoundPutBackOrTakenOver() throws Exception {
        launch(Map.of());
        List<Item> groups = network.standing(Level.AD_GROUP);
        List<Item> ads = network.standing(Level.AD);
        Function<Integer, Item> adOf = g -> ads.stream()
                .filter(a -> a.under().parent().equals(groups.get(g).id()))
                .findFirst()
                .orElseThrow();
        network.tamper(groups.get(0).id(), g -> ((GroupSettings) g).with(pounds(1700)));
        network.tamper(groups.get(1).id(), g -> rewritten((GroupSettings) g));
        network.pause(Level.AD, adOf.apply(0).id(), true);
        network.remove(Level.AD, adOf.apply(1).id());
        watch.lookAtAll();
        assertThat(scene.needs("CHANGED_THERE"))
                .anyMatch(c -> c.get("campaignId").asString().equals(campaign)
                        && c.get("things").asInt() == 4);
        JsonNode drift = look();
        assertThat(StreamSupport.stream(drift.spliterator(), false)
                        .map(d -> d.get("field").asString() + ": "
                                + d.get("theirs").asString().replaceFirst("aged \\d+", "aged n")))
                .containsExactlyInAnyOrder(
                        "money a day: £17.00",
                        "name: Ours now",
                        "placements: Stories",
                        "audience: Great Britain, aged n to 80, women, interested in Knitting",
                        "bid: at most £0.55",
                        "hours: daily 7 to 23",
                        "state: paused",
                        "on the network: removed");
        assertThat(doings()).containsExactlyInAnyOrder("CHANGE AD_GROUP", "CHANGE AD_GROUP", "RESUME AD", "CREATE AD");
        assertThat(look()).as("a second look finds the same").hasSize(8);

        for (JsonNode d : drift) {
            Answer taken = scene.call(
                    "ines",
                    HttpMethod.POST,
                    CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/take-over",
                    Map.of(
                            "key",
                            d.get("key").asString(),
                            "field",
                            d.get("code").asString()));
            assertThat(taken.status()).isEqualTo(d.get("canTakeOver").asBoolean() ? 200 : 422);
        }
        version = scene.get(CLIENT + "/plans/" + plan).get("version").asInt();
        assertThat(view().get("dailyMinor").asLong()).isEqualTo(2700);
        assertThat(doings()).as("only the name is put back").containsExactly("CHANGE AD_GROUP");
        launch(Map.of());
        assertThat(network.standing(Level.AD_GROUP))
                .extracting(g -> g.settings().name())
                .doesNotContain("Ours now");
        assertThat(look()).isEmpty();
    }

    /** The campaign is told of its sum before its ad groups lose theirs; who changes it on the network is found. */
    @Test
    void moneyIsSharedForTheFlightAndBack() throws Exception {
        launch(Map.of());
        List<String> money = new CopyOnWriteArrayList<>();
        world.tell(() -> doAnswer(c -> {
                    Settings sent = c.getArgument(2);
                    money.add(sent.level().words() + " "
                            + (sent.budget() == null
                                    ? "none"
                                    : sent.budget().basis() + " "
                                            + sent.budget().money()));
                    return c.callRealMethod();
                })
                .when(network)
                .change(anyString(), any(), any()));
        Map<String, Object> facts = new HashMap<>(Scene.facts("2027-03-09", "2027-03-22", "280"));
        facts.putAll(Map.of(
                "basis", "LIFETIME", "shared", true, "name", view().get("name").asString()));
        JsonNode shared =
                edit(with("campaignChange", "facts", facts)).get("campaigns").get(0);
        assertThat(shared.get("dailyMinor").asLong()).isEqualTo(2000);
        assertThat(shared.get("flightMinor").asLong()).isEqualTo(28_000);
        assertThat(doings()).containsExactly("CHANGE CAMPAIGN", "CHANGE AD_GROUP", "CHANGE AD_GROUP");
        JsonNode list = scene.get(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes");
        assertThat(list.get("dailyBeforeMinor").asLong())
                .isEqualTo(list.get("dailyAfterMinor").asLong())
                .isEqualTo(2000);
        launch(Map.of());
        assertThat(money).containsExactly("campaign LIFETIME £280.00", "ad group none", "ad group none");
        assertThat(doings()).isEmpty();

        Budget dearer = new Budget(Basis.LIFETIME, Money.ofMinor(30_000, "GBP"));
        network.tamper(network.standing(Level.CAMPAIGN).get(0).id(), c -> ((CampaignSettings) c).with(dearer));
        JsonNode found = look().get(0);
        assertThat(found.get("canTakeOver").asBoolean()).isTrue();
        scene.post(
                CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/take-over",
                Map.of("key", campaign, "field", "MONEY_FOR_FLIGHT"));
        version = scene.get(CLIENT + "/plans/" + plan).get("version").asInt();
        assertThat(view().get("sharedMinor").asLong()).isEqualTo(30_000);
        assertThat(doings()).isEmpty();

        facts.putAll(Map.of("basis", "DAILY", "shared", false, "money", "10"));
        JsonNode own =
                edit(with("campaignChange", "facts", facts)).get("campaigns").get(0);
        assertThat(own.get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1072);
        launch(Map.of());
        assertThat(doings()).isEmpty();
        assertThat(network.standing(Level.AD_GROUP))
                .extracting(g -> g.settings().budget())
                .containsExactlyInAnyOrder(pounds(1072), pounds(1071));
    }

    private static Budget pounds(long minor) {
        return new Budget(Basis.DAILY, Money.ofMinor(minor, "GBP"));
    }

    private static GroupSettings rewritten(GroupSettings g) {
        return new GroupSettings(
                "Ours now",
                g.budget(),
                g.audience().of(Gender.WOMEN),
                List.of("stories"),
                g.goal(),
                g.charge(),
                new Bid(BidStrategy.MAXIMUM, Money.ofMinor(55, "GBP")),
                g.pace(),
                Hours.daily(7, 23),
                g.switches());
    }

    private JsonNode look() throws Exception {
        return scene.post(CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/look", Map.of())
                .get("drift");
    }

    /** A network that asks to wait is left alone for so long, and none of its refusals counts as a failure. */
    @Test
    void waitsAsLongAsTheNetworkAsks() throws Exception {
        network.limitNext(12, Duration.ZERO);
        assertThat(launch(Map.of()).get("state").asString()).isEqualTo("DONE");
        assertThat(network.created()).isEqualTo(7);
    }

    private byte[] handedOver(String launch, String form) throws Exception {
        return mvc.perform(get(CLIENT + "/launches/" + launch + "/hand-over?form=" + form)
                        .with(user("ines")))
                .andReturn()
                .getResponse()
                .getContentAsByteArray();
    }

    private JsonNode readBack(String launch, byte[] file) throws Exception {
        return json.readTree(mvc.perform(post(CLIENT + "/launches/" + launch + "/hand-over")
                        .with(Scene.by("ines"))
                        .contentType(MediaType.APPLICATION_OCTET_STREAM)
                        .content(file))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8));
    }

    /** The three forms say the same; ids come back in any of them, good ones are kept and bad ones listed. */
    @Test
    void aLaunchByHandGoesOutAsATableAndItsIdsComeBack() throws Exception {
        JsonNode launch = launch(Map.of("byHand", true));
        assertThat(launch.get("state").asString()).isEqualTo("BY_HAND");
        String id = launch.get("id").asString();
        List<Map<String, String>> lines = new ArrayList<>();
        for (JsonNode line : json.readTree(handedOver(id, "JSON"))) {
            Map<String, String> cells = new LinkedHashMap<>();
            line.properties().forEach(e -> cells.put(e.getKey(), e.getValue().asString()));
            lines.add(cells);
        }
        assertThat(lines).hasSize(7).extracting(l -> l.get("do")).containsOnly("create");
        assertThat(lines.get(1))
                .containsEntry("money a day", "£10.00")
                .containsEntry("belongs to", lines.get(0).get("name"));
        String csv = new String(handedOver(id, "CSV"), StandardCharsets.UTF_8);
        assertThat(csv.lines().count()).isGreaterThanOrEqualTo(8);
        Workbook book = WorkbookFactory.create(new ByteArrayInputStream(handedOver(id, "XLSX")));
        Row head = book.getSheetAt(0).getRow(0);
        int idColumn = head.getLastCellNum() - 2;
        assertThat(head.getCell(idColumn).getStringCellValue()).isEqualTo("id on the network");
        assertThat(book.getSheetAt(0).getRow(2).getCell(3).getStringCellValue())
                .isEqualTo(lines.get(1).get("name"));

        String[] beyond = {"change,id on the network", lines.get(3).get("change") + ",A3", "nothing,A4"};
        JsonNode bad = readBack(id, String.join("\r\n", beyond).getBytes(StandardCharsets.UTF_8));
        assertThat(bad.get("taken").asInt()).isZero();
        assertThat(bad.get("bad").toString())
                .contains("is no change of this launch", "what it belongs to has no id yet");

        for (int i = 1; i <= 3; i++) {
            book.getSheetAt(0).getRow(i).getCell(idColumn).setCellValue("H" + UUID.randomUUID());
        }
        ByteArrayOutputStream xlsx = new ByteArrayOutputStream();
        book.write(xlsx);
        JsonNode groups = readBack(id, xlsx.toByteArray());
        assertThat(groups.path("taken").asInt()).as(groups.toString()).isEqualTo(3);
        scene.post(CLIENT + "/launches/" + id + "/stop", Map.of());
        JsonNode again = scene.post(CLIENT + "/launches/" + id + "/send-again", Map.of());
        assertThat(again.get("state").asString()).isEqualTo("BY_HAND");
        for (int i = 3; i < 7; i++) {
            lines.get(i).put("id on the network", i == 6 ? "two words" : "H" + UUID.randomUUID());
        }
        JsonNode left = readBack(id, json.writeValueAsBytes(lines));
        assertThat(left.get("taken").asInt()).isEqualTo(3);
        assertThat(left.get("bad").get(0).get("says").asString()).startsWith("is no id");
        lines.get(6).put("id on the network", "H" + UUID.randomUUID());
        assertThat(readBack(id, json.writeValueAsBytes(lines)).get("left").asInt())
                .isZero();
        assertThat(scene.get(CLIENT + "/launches/" + id).get("state").asString())
                .isEqualTo("DONE");
        assertThat(doings()).isEmpty();
        assertThat(network.created()).as("nothing was sent").isZero();
        assertThat(readBack(id, xlsx.toByteArray()).get("detail").asString()).contains("was not handed over");
    }

    @Test
    void twoPeopleDoNotLaunchOneCampaignAtOnce() throws Exception {
        launch(Map.of("byHand", true));
        Map<String, Object> again = Scene.order(plan, campaign, version, Map.of());
        Answer second = scene.call("ines", HttpMethod.POST, CLIENT + "/launches", again);
        assertThat(second.status()).isEqualTo(409);
        assertThat(second.detail()).contains("has handed this campaign over");
        Answer removal = scene.edit(plan, UUID.randomUUID().toString(), version, with("campaignRemoval"));
        assertThat(removal.status()).isEqualTo(422);
        assertThat(removal.detail()).contains("A launch of", "is under way");
    }
}
