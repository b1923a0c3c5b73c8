package app.tidewrack.server;

import static app.tidewrack.server.Scene.CLIENT;
import static app.tidewrack.server.Scene.facts;
import static org.assertj.core.api.Assertions.assertThat;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;

import app.tidewrack.server.Scene.Answer;
import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.Type;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.beans.factory.annotation.Qualifier;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** The server whole, with PostgreSQL and its jobs, and a network that does as it is told. */
class ServerTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private String plan(String name) throws Exception {
        return scene.post(CLIENT + "/plans", Map.of("name", name)).get("id").asString();
    }

    private static String id() {
        return UUID.randomUUID().toString();
    }

    /** A campaign with two rows and two columns on a new plan; the answer is the plan as it stands. */
    private JsonNode sheet(String name) throws Exception {
        String plan = plan(name);
        JsonNode view = scene.edit(
                        plan,
                        id(),
                        0,
                        Map.of(
                                "kind",
                                "newCampaign",
                                "accountId",
                                "a1",
                                "facts",
                                facts("2027-03-09", "2027-03-22", "10")))
                .body();
        String campaign = view.get("campaigns").get(0).get("id").asString();
        String sha = scene.sha("sock.png", Pictures.real("PNG", 700, 700));
        scene.edit(
                plan,
                id(),
                1,
                Map.of(
                        "kind",
                        "newRows",
                        "campaignId",
                        campaign,
                        "audienceIds",
                        List.of(scene.audience(name + " one"), scene.audience(name + " three"))));
        return scene.edit(
                        plan,
                        id(),
                        2,
                        Map.of(
                                "kind",
                                "newColumns",
                                "campaignId",
                                campaign,
                                "creativeIds",
                                List.of(scene.creative(name + " a", sha), scene.creative(name + " b", sha))))
                .body();
    }

    @Test
    void anEditIsMadeOnceKeptUndoneAndRedone() throws Exception {
        JsonNode view = sheet("Undo");
        String plan = view.get("id").asString();
        JsonNode campaign = view.get("campaigns").get(0);
        assertThat(campaign.get("dailyMinor").asLong()).isEqualTo(2000);
        assertThat(campaign.get("flightMinor").asLong()).isEqualTo(28_000);
        Map<String, Object> money = Map.of(
                "kind",
                "rowMoney",
                "campaignId",
                campaign.get("id").asString(),
                "rowIds",
                List.of(campaign.get("rows").get(0).get("id").asString()),
                "money",
                "£12.01");
        String editId = id();
        scene.edit(plan, editId, 3, money);
        // The answer was lost: the same edit again changes nothing.
        Answer again = scene.edit(plan, editId, 3, money);
        assertThat(again.body().get("version").asInt()).isEqualTo(4);
        assertThat(again.body().get("campaigns").get(0).get("undo").asString()).isEqualTo("budget £10.00 to £12.01");
        JsonNode row = again.body().get("campaigns").get(0).get("rows").get(0);
        assertThat(row.get("cells").toString()).isEqualTo("[601,600]");

        JsonNode undone = scene.post(
                CLIENT + "/plans/" + plan + "/undo",
                Map.of("campaignId", campaign.get("id").asString(), "version", 4));
        assertThat(undone.get("campaigns").get(0).get("rows")).isEqualTo(campaign.get("rows"));
        JsonNode redone = scene.post(
                CLIENT + "/plans/" + plan + "/redo",
                Map.of("campaignId", campaign.get("id").asString(), "version", 5));
        assertThat(redone.get("campaigns")).isEqualTo(again.body().get("campaigns"));
        assertThat(scene.get(CLIENT + "/plans/" + plan)).isEqualTo(redone);
    }

    @Test
    void badInputIsRefusedWithValueLimitAndRemedyAndChangesNothing() throws Exception {
        JsonNode before = sheet("Bad");
        String plan = before.get("id").asString();
        String campaign = before.get("campaigns").get(0).get("id").asString();
        String row = before.get("campaigns").get(0).get("rows").get(0).get("id").asString();
        Map<String, Object> change = Map.of("kind", "campaignChange", "campaignId", campaign);
        record Bad(Map<String, Object> edit, int version, int status, String says) {}
        List<Bad> edits = List.of(
                new Bad(
                        Map.of("kind", "rowMoney", "campaignId", campaign, "rowIds", List.of(row), "money", "lots"),
                        3,
                        422,
                        "“lots” is not an amount of GBP"),
                new Bad(
                        with(change, "facts", facts("2027-03-22", "2027-03-09", "10")),
                        3,
                        422,
                        "9 Mar 2027, is before the first, 22 Mar 2027"),
                new Bad(
                        Map.of("kind", "rowCopy", "campaignId", campaign, "rowIds", List.of(row), "times", 1),
                        9,
                        409,
                        "at version 3, this was made on 9"),
                new Bad(
                        Map.of("kind", "rowCopy", "campaignId", "nowhere", "rowIds", List.of(row), "times", 1),
                        3,
                        422,
                        "no campaign nowhere"),
                new Bad(
                        Map.of("kind", "newRows", "campaignId", campaign, "audienceIds", List.of("x")),
                        3,
                        404,
                        "no audience “x”"),
                new Bad(Map.of("kind", "conjure", "campaignId", campaign), 3, 400, "a kind that is not known"),
                new Bad(with(change, "facts", Map.of("name", "x")), 3, 400, ""));
        for (Bad bad : edits) {
            Answer answer = scene.edit(plan, id(), bad.version(), bad.edit());
            assertThat(answer.status()).as(bad.edit().toString()).isEqualTo(bad.status());
            assertThat(answer.detail()).contains(bad.says());
        }
        assertThat(scene.get(CLIENT + "/plans/" + plan)).isEqualTo(before);
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/plans", "{").status())
                .isEqualTo(400);
        assertThat(scene.call("ines", HttpMethod.POST, "/api/clock/moves", Map.of("hours", 9999))
                        .detail())
                .contains("1 to 744 hours at a time, not 9999");
    }

    /** Six edits of one person wait while another makes one: none is given up but what changes the very same, and that is asked. */
    @Test
    void editsAreLaidOverThoseOfOthers() throws Exception {
        anotherBuyer();
        Scene.Sheet sheet = scene.sheet("a1");
        String path = CLIENT + "/plans/" + sheet.plan();
        JsonNode rows = scene.get(path).get("campaigns").get(0).get("rows");
        String first = rows.get(0).get("id").asString();
        String second = rows.get(1).get("id").asString();
        int seen = sheet.version();
        assertThat(edit("bo", sheet, seen, false, money(sheet, first, "12")).status())
                .isEqualTo(200);
        List<Map<String, Object>> waiting = List.of(
                money(sheet, second, "20"),
                Map.of("kind", "rowName", "campaignId", sheet.campaign(), "rowId", first, "label", "Evening"),
                Map.of("kind", "rowCopy", "campaignId", sheet.campaign(), "rowIds", List.of(second), "times", 1),
                money(sheet, second, "21"),
                Map.of("kind", "rowName", "campaignId", sheet.campaign(), "rowId", second, "label", "Morning"));
        for (Map<String, Object> edit : waiting) {
            Answer answer = edit("ines", sheet, seen, false, edit);
            assertThat(answer.status()).as(answer.body().toString()).isEqualTo(200);
        }
        Answer collides = edit("ines", sheet, seen, false, money(sheet, first, "30"));
        assertThat(collides.status()).isEqualTo(409);
        assertThat(collides.detail())
                .contains(
                        "Bo changed the same meanwhile: “budget £10.00 to £12.00”. Yours is “budget £12.00 to £30.00”.");
        assertThat(edit("ines", sheet, seen, true, money(sheet, first, "30")).status())
                .isEqualTo(200);
        JsonNode now = scene.get(path).get("campaigns").get(0).get("rows");
        assertThat(now).hasSize(3);
        assertThat(now.get(0).get("label").asString()).isEqualTo("Evening");
        assertThat(now.get(0).get("moneyMinor").asLong()).isEqualTo(3_000);
        assertThat(now.get(1).get("moneyMinor").asLong()).isEqualTo(2_100);
    }

    /** Undo once took back what another person had just done, without a word. */
    @Test
    void anotherPersonsChangeIsTakenBackOnlyWhenOneSaysSo() throws Exception {
        anotherBuyer();
        Scene.Sheet sheet = scene.sheet("a1");
        String path = CLIENT + "/plans/" + sheet.plan();
        String row = scene.get(path)
                .get("campaigns")
                .get(0)
                .get("rows")
                .get(0)
                .get("id")
                .asString();
        edit("bo", sheet, sheet.version(), false, money(sheet, row, "12"));
        int version = sheet.version() + 1;
        Answer refused = scene.call(
                "ines", HttpMethod.POST, path + "/undo", Map.of("campaignId", sheet.campaign(), "version", version));
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.detail()).contains("The last change is Bo’s: “budget £10.00 to £12.00”");
        assertThat(scene.call(
                                "bo",
                                HttpMethod.POST,
                                path + "/undo",
                                Map.of("campaignId", sheet.campaign(), "version", version))
                        .status())
                .isEqualTo(200);
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                path + "/redo",
                                Map.of("campaignId", sheet.campaign(), "version", version + 1))
                        .detail())
                .contains("The change to be made again is Bo’s");
        assertThat(scene.call(
                                "ines",
                                HttpMethod.POST,
                                path + "/redo",
                                Map.of("campaignId", sheet.campaign(), "version", version + 1, "others", true))
                        .status())
                .isEqualTo(200);
    }

    /** Undo once took back whatever came last in the plan, on a sheet that was not in sight. */
    @Test
    void undoIsBySheet() throws Exception {
        Scene.Sheet sheet = scene.sheet("a1");
        String path = CLIENT + "/plans/" + sheet.plan();
        JsonNode two = edit(
                        "ines",
                        sheet,
                        sheet.version(),
                        false,
                        Map.of("kind", "campaignCopy", "campaignId", sheet.campaign(), "accountId", "a1"))
                .body();
        JsonNode here = two.get("campaigns").get(0);
        JsonNode there = two.get("campaigns").get(1);
        assertThat(there.get("undo").isNull())
                .as("that it is there is not undone on it")
                .isTrue();
        String copy = there.get("id").asString();
        String rowHere = here.get("rows").get(0).get("id").asString();
        String rowThere = there.get("rows").get(0).get("id").asString();
        int version = sheet.version() + 1;
        edit("ines", sheet, version, false, money(sheet, rowHere, "12"));
        Map<String, Object> elsewhere = new HashMap<>(money(sheet, rowThere, "13"));
        elsewhere.put("campaignId", copy);
        edit("ines", sheet, version + 1, false, elsewhere);

        JsonNode undone = scene.post(path + "/undo", Map.of("campaignId", sheet.campaign(), "version", version + 2))
                .get("campaigns");
        assertThat(undone.get(0).get("rows")).isEqualTo(here.get("rows"));
        assertThat(undone.get(0).get("redo").asString()).isEqualTo("budget £10.00 to £12.00");
        assertThat(undone.get(1).get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1_300);
        assertThat(undone.get(1).get("undo").asString()).isEqualTo("budget £10.00 to £13.00");

        // What is changed on one sheet leaves what was taken back on the other to be made again.
        elsewhere.put("money", "14");
        edit("ines", sheet, version + 3, false, elsewhere);
        JsonNode redone = scene.post(path + "/redo", Map.of("campaignId", sheet.campaign(), "version", version + 4))
                .get("campaigns");
        assertThat(redone.get(0).get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1_200);
        assertThat(redone.get(1).get("rows").get(0).get("moneyMinor").asLong()).isEqualTo(1_400);
    }

    private void anotherBuyer() {
        sql.update("insert into person values ('bo', 'bo@a.example', 'Bo', 'x') on conflict do nothing");
        sql.update("insert into membership values ('bo', 'c1', 'BUYER') on conflict do nothing");
    }

    private static Map<String, Object> money(Scene.Sheet sheet, String row, String money) {
        return Map.of("kind", "rowMoney", "campaignId", sheet.campaign(), "rowIds", List.of(row), "money", money);
    }

    private Answer edit(String person, Scene.Sheet sheet, int version, boolean over, Map<String, Object> edit)
            throws Exception {
        return scene.call(
                person,
                HttpMethod.PUT,
                CLIENT + "/plans/" + sheet.plan() + "/edits",
                Map.of("editId", id(), "version", version, "over", over, "edit", edit));
    }

    private static Map<String, Object> with(Map<String, Object> map, String key, Object value) {
        Map<String, Object> more = new HashMap<>(map);
        more.put(key, value);
        return more;
    }

    @Test
    void aStrangerLearnsNothingAndAViewerChangesNothing() throws Exception {
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/c2", "").status())
                .isEqualTo(404);
        assertThat(scene.call("ines", HttpMethod.GET, "/api/clients/nobody/plans", "")
                        .status())
                .isEqualTo(404);
        assertThat(scene.call("tove", HttpMethod.GET, CLIENT + "/plans", "").status())
                .isEqualTo(200);
        Answer refused = scene.call("tove", HttpMethod.POST, CLIENT + "/plans", Map.of("name", "x"));
        assertThat(refused.status()).isEqualTo(403);
        assertThat(refused.detail()).contains("read this client but not change it");
        assertThat(mvc.perform(get("/api/clients")).andReturn().getResponse().getStatus())
                .isEqualTo(401);
    }

    @Test
    void signInsAreLimited() throws Exception {
        Map<String, String> wrong = Map.of("email", "Ines@a.example", "password", "guess");
        for (int i = 0; i < 5; i++) {
            assertThat(scene.call("x", HttpMethod.POST, "/api/session", wrong).status())
                    .isEqualTo(401);
        }
        Answer answer = scene.call("x", HttpMethod.POST, "/api/session", wrong);
        assertThat(answer.status()).isEqualTo(429);
        assertThat(answer.detail()).contains("5 sign-ins failed within 15 minutes");
    }

    /** The network is away at first and once loses an answer after doing the work; still each item is created once. */
    @Test
    void aLaunchCreatesEverythingExactlyOnce() throws Exception {
        network.failNext(1);
        JsonNode view = sheet("Launch");
        String plan = view.get("id").asString();
        String campaign = view.get("campaigns").get(0).get("id").asString();
        String changes = CLIENT + "/plans/" + plan + "/campaigns/" + campaign + "/changes";
        assertThat(scene.get(changes).get("changes")).hasSize(7);
        network.loseNextAnswer();
        Map<String, Object> order = Scene.order(plan, campaign, 3, Map.of());
        String launch = scene.post(CLIENT + "/launches", order).get("id").asString();
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/launches", order)
                        .status())
                .isEqualTo(409);
        JsonNode state = scene.over(launch);
        assertThat(state.get("state").asString()).as(state.toString()).isEqualTo("DONE");
        assertThat(network.created()).isEqualTo(7);
        assertThat(scene.get(changes).get("changes")).isEmpty();
        assertThat(scene.call("ines", HttpMethod.POST, CLIENT + "/launches", order)
                        .detail())
                .contains("already has all of this");
        assertThat(scene.edit(plan, id(), 3, Map.of("kind", "campaignRemoval", "campaignId", campaign))
                        .detail())
                .contains("Kits has 4 ads on the network");
    }

    /** The browser's types are generated from this file; {@code -Dtidewrack.api.write=true} brings it up to date. */
    @Test
    void theKeptDescriptionOfTheApiIsTrue() throws Exception {
        Path kept = Path.of("../web/openapi.json");
        JsonNode now = json.readTree(mvc.perform(get("/api/description").with(user("ines")))
                .andReturn()
                .getResponse()
                .getContentAsString(StandardCharsets.UTF_8));
        ((ObjectNode) now).remove("servers");
        if (Boolean.getBoolean("tidewrack.api.write")) {
            Files.writeString(kept, json.writerWithDefaultPrettyPrinter().writeValueAsString(now) + "\n");
        }
        assertThat(json.readTree(Files.readString(kept))).isEqualTo(now);
    }

    @Autowired
    @Qualifier("requestMappingHandlerMapping")
    RequestMappingHandlerMapping mappings;

    /** The description names types but enums by their simple names, so one of two of the same name would silently stand for both. */
    @Test
    void noTwoTypesOfTheApiShareAName() {
        Set<Class<?>> types = new HashSet<>();
        mappings.getHandlerMethods().values().stream()
                .map(HandlerMethod::getMethod)
                .forEach(m -> {
                    told(m.getGenericReturnType(), types);
                    for (Parameter p : m.getParameters()) {
                        if (p.isAnnotationPresent(RequestBody.class)) {
                            told(p.getParameterizedType(), types);
                        }
                    }
                });
        assertThat(types).hasSizeGreaterThan(100);
        Map<String, List<Class<?>>> byName = types.stream().collect(Collectors.groupingBy(Class::getSimpleName));
        assertThat(byName.values().stream().filter(same -> same.size() > 1)).isEmpty();
    }

    /** Collects what a type is told with: its type arguments, record components and permitted kinds. */
    private static void told(Type type, Set<Class<?>> types) {
        if (type instanceof ParameterizedType p) {
            told(p.getRawType(), types);
            Stream.of(p.getActualTypeArguments()).forEach(a -> told(a, types));
        } else if (type instanceof Class<?> c
                && c.getName().startsWith("app.tidewrack.")
                && !c.isEnum()
                && types.add(c)) {
            if (c.isRecord()) {
                Stream.of(c.getRecordComponents()).forEach(r -> told(r.getGenericType(), types));
            }
            if (c.isSealed()) {
                Stream.of(c.getPermittedSubclasses()).forEach(k -> told(k, types));
            }
        }
    }
}
