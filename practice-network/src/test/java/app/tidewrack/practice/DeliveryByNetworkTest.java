package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.sum;
import static app.tidewrack.practice.Caller.with;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.Caller.Answer;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** What only some networks do, from the order to the report. */
@Tag("whole")
class DeliveryByNetworkTest extends WithNetworks {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    private Caller on(String network, String account) throws Exception {
        return on(network, account, "EUR", "Europe/Berlin");
    }

    /** A direct message names a sender who agreed, is charged by what was sent, and comes to nobody twice in its days. */
    @Test
    void directMessagesComeOnceFromWhoAgreed() throws Exception {
        Caller gr = on("guildrow", "letters");
        AudienceDefinition quality =
                AudienceDefinition.everyoneIn("DE").and(AnyOf.of(new Term(TermKind.JOB_FUNCTION, "quality")));
        Map<String, Object> letter = with(
                creative("letters", "", ""),
                "format",
                "direct-message",
                "media",
                List.of(),
                "bodies",
                List.of(),
                "headlines",
                List.of(),
                "callsToAction",
                List.of(),
                "message",
                Map.of(
                        "sender", "Ruta Kalnins",
                        "subject", "Your gauges, calibrated",
                        "body", "A short note on drift.",
                        "button", "See the dates"));
        Answer unasked = gr.call(HttpMethod.POST, "/networks/guildrow/creatives", "unasked", letter);
        assertThat(unasked.status()).isEqualTo(422);
        assertThat(unasked.body().get("detail").asString())
                .contains("Ruta Kalnins")
                .contains("not agreed");
        assertThat(gr.post("/accounts/letters/senders", Map.of("name", "Ruta Kalnins"))
                        .get("agreed")
                        .asBoolean())
                .isTrue();
        List<String> ads =
                gr.live(campaign("letters", "messages"), group("", quality, 40_000), List.of(letter, letter));
        gr.move(24 * 4);
        List<JsonNode> rows = gr.report("letters", false);
        long sent = sum(rows, "impressions");
        assertThat(sum(rows, "chats")).isBetween(1L, sent);
        assertThat(sum(rows, "spendMinor")).isPositive();
        assertThat(gr.post("/accounts/letters/reach", Map.of("all", ads))
                        .get("all")
                        .asLong())
                .isEqualTo(sent);
        List<JsonNode> byFunction = gr.report("letters", false, "job-function");
        assertThat(byFunction.stream()
                        .map(r -> r.get("by").get("job-function").asString())
                        .collect(Collectors.toSet()))
                .containsExactly("quality");
        for (String by : List.of("seniority", "industry", "company-size", "age")) {
            assertThat(sum(gr.report("letters", false, by), "impressions"))
                    .as(by)
                    .isEqualTo(sent);
        }
    }

    /** What a page is about places text ads and answers on question pages; readers of other pages never see them. */
    @Test
    void contextPlacesTextAdsAndAnswers() throws Exception {
        Caller ak = on("askwell", "pages");
        AudienceDefinition about = AudienceDefinition.everyoneIn("DE")
                .and(AnyOf.of(new Term(TermKind.PAGE_TOPIC, "knitting"), new Term(TermKind.QUESTION, "sewing.1")));
        Map<String, Object> text = with(creative("pages", "", "How to mend"), "format", "text", "media", List.of());
        Map<String, Object> account = Map.of("name", "pages", "currency", "EUR", "zone", "Europe/Berlin");
        ak.put("/accounts/pages", with(account, "profiles", List.of(Map.of("id", "oddment", "name", "Oddment"))));
        String answer = ak.fine(
                        HttpMethod.POST,
                        "/console/networks/askwell/accounts/pages/posts",
                        Map.of(
                                "profile",
                                "oddment",
                                "kind",
                                "ANSWER",
                                "at",
                                "2027-03-01T06:00:00Z",
                                "text",
                                "Turn it inside out."))
                .get("id")
                .asString();
        List<String> ads = ak.live(
                campaign("pages", "traffic"),
                group("", about, 20_000),
                List.of(text, with(text, "format", "existing-answer", "post", answer)));
        ak.move(24 * 4);
        List<JsonNode> rows = ak.report("pages", false);
        assertThat(rows.stream()
                        .filter(r -> sum(List.of(r), "impressions") > 0)
                        .map(r -> r.get("adId").asString())
                        .collect(Collectors.toSet()))
                .containsExactlyInAnyOrderElementsOf(ads);
        assertThat(ak.report("pages", false, "placement").stream()
                        .map(r -> r.get("by").get("placement").asString())
                        .collect(Collectors.toSet()))
                .isSubsetOf("question-page", "home-feed", "digest-email")
                .contains("question-page");
        double size = ak.post("/sizes?account=pages", List.of(about))
                .get(0)
                .get("people")
                .asDouble();
        assertThat(ak.post("/accounts/pages/reach", Map.of("all", ads))
                        .get("all")
                        .asDouble())
                .isBetween(1.0, size * 1.01);
    }

    /** A cover carries three to five priced products; target cost keeps the mean cost of a click near what was asked. */
    @Test
    void coversCarryProductsAndTargetCostSteers() throws Exception {
        Caller dg = on("dayglass", "covers");
        List<String> media = new ArrayList<>(List.of(dg.picture(1080, 1920)));
        List<Map<String, String>> cards = new ArrayList<>();
        for (int i = 0; i < 3; i++) {
            media.add(dg.picture(600 + i, 600 + i));
            cards.add(Map.of("text", "Darning kit " + i, "price", "€12"));
        }
        Map<String, Object> cover = with(
                creative("covers", "", ""), "format", "cover", "media", media, "bodies", List.of(), "cards", cards);
        Object[][] faults = {
            {"cards", cards.subList(0, 2), "There are 2; 3 to 3"},
            {"cards", List.of(Map.of("text", "a"), cards.get(0), cards.get(1)), "empty"},
            {"media", List.of(media.get(0), media.get(0), media.get(1), media.get(2)), "1080 × 1920 px; the shapes"},
        };
        for (Object[] fault : faults) {
            Answer answer = dg.call(
                    HttpMethod.POST, "/networks/dayglass/creatives", "bad", with(cover, (String) fault[0], fault[1]));
            assertThat(answer.status()).as((String) fault[2]).isEqualTo(422);
            assertThat(answer.body().get("detail").asString()).contains((String) fault[2]);
        }
        AudienceDefinition adults = AudienceDefinition.everyoneIn("DE").aged(new AgeRange(18, 44));
        Map<String, Object> group = group("", adults, 30_000);
        dg.live(campaign("covers", "traffic"), group, List.of(cover));
        dg.move(24 * 2);
        double automatic = costOfClick(dg.report("covers", false));
        long target = Math.round(automatic * 1.2);
        dg.account("steered", "EUR", "Europe/Berlin", "covers.example");
        dg.live(
                campaign("steered", "traffic"),
                with(
                        group,
                        "budget",
                        Map.of("lifetime", false, "minor", 300_000),
                        "bid",
                        Map.of("strategy", "TARGET_COST", "minor", target)),
                List.of(with(cover, "account", "steered")));
        dg.move(24 * 5);
        assertThat(costOfClick(dg.report("steered", false))).isBetween(target * 0.75, target * 1.25);
    }

    private static double costOfClick(List<JsonNode> rows) {
        assertThat(sum(rows, "clicks")).isGreaterThan(50);
        return (double) sum(rows, "spendMinor") / sum(rows, "clicks");
    }

    /** Ad groups that share their campaign's money never spend more than it together, and the better one gets more. */
    @Test
    void sharedMoneyGoesWhereItBringsMore() throws Exception {
        Caller jc = on("jumpcut", "shared");
        String video;
        try (InputStream in = getClass().getResourceAsStream("/upright.mp4")) {
            video = jc.media(in.readAllBytes());
        }
        Map<String, Object> creative =
                with(creative("shared", video, "Three stitches"), "format", "single-video", "headlines", List.of());
        Map<String, Object> money = Map.of("lifetime", false, "minor", 20_000);
        String campaign = jc.create("campaigns", with(campaign("shared", "traffic"), "budget", money));
        for (AgeRange ages : List.of(new AgeRange(18, 24), new AgeRange(25, 34))) {
            Map<String, Object> group =
                    group(campaign, AudienceDefinition.everyoneIn("DE").aged(ages), 0);
            group = with(group, "budget", null);
            jc.ads(jc.create("ad-groups", group), List.of(creative));
        }
        Answer both = jc.call(
                HttpMethod.POST,
                "/networks/jumpcut/ad-groups",
                "both",
                group(campaign, AudienceDefinition.everyoneIn("DE"), 2_000));
        assertThat(both.status()).isEqualTo(422);
        jc.move(24 * 4);
        Map<String, Long> byDay = jc.report("shared", false).stream()
                .collect(Collectors.groupingBy(
                        r -> r.get("day").asString(),
                        Collectors.summingLong(r -> r.get("spendMinor").asLong())));
        assertThat(byDay.values()).allSatisfy(s -> assertThat(s).isLessThanOrEqualTo(20_000));
        assertThat(byDay.values()).filteredOn(s -> s > 15_000).hasSizeGreaterThanOrEqualTo(2);
    }

    /** What no ad shows is removed for good; what is in use is not, nor does a form change under who filled it in. */
    @Test
    void creativesAndFormsAreRemovedWhenUnused() throws Exception {
        Caller hs = on("hearthside", "tidy");
        Map<String, Object> form = Map.of(
                "account", "tidy",
                "name", "F",
                "headline", "A kit",
                "fields", List.of("email"),
                "privacyLink", "https://tidy.example/privacy");
        String formId = hs.create("forms", form);
        hs.put("/forms/" + formId, with(form, "headline", "A kit for two"));
        Map<String, Object> lead =
                with(creative("tidy", hs.picture(1080, 1080), "Ask"), "format", "lead-form", "form", formId);
        String group = hs.create(
                "ad-groups",
                group(hs.create("campaigns", campaign("tidy", "leads")), AudienceDefinition.everyoneIn("DE"), 2000));
        String creativeId = hs.create("creatives", lead);
        String ad = hs.create("ads", Map.of("adGroupId", group, "creativeId", creativeId, "name", "A"));
        String formPath = "/networks/hearthside/forms/" + formId;
        String creativePath = "/networks/hearthside/creatives/" + creativeId;
        assertThat(hs.call(HttpMethod.DELETE, creativePath, "x", "").status()).isEqualTo(422);
        assertThat(hs.call(HttpMethod.PUT, formPath, "x", form)
                        .body()
                        .get("detail")
                        .asString())
                .contains("uses the form");
        assertThat(hs.call(HttpMethod.DELETE, formPath, "x", "").status()).isEqualTo(422);
        hs.fine(HttpMethod.DELETE, "/networks/hearthside/ads/" + ad, "");
        hs.fine(HttpMethod.DELETE, creativePath, "");
        hs.fine(HttpMethod.DELETE, formPath, "");
        assertThat(hs.call(HttpMethod.DELETE, creativePath, "x", "").status()).isEqualTo(404);
        assertThat(hs.call(HttpMethod.POST, "/networks/hearthside/creatives", "again", lead)
                        .status())
                .isEqualTo(404);
    }
}
