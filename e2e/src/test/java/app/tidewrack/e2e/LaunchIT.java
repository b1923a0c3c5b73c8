package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Launches as a buyer makes them: with some ads taken out, in parts, by hand, and where others change things too. */
@TestMethodOrder(OrderAnnotation.class)
class LaunchIT {
    private static Buyer buyer;
    private static Page page;
    private static Calls calls;
    private static Calls.Sheet parts;

    @BeforeAll
    static void signIn() throws Exception {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
        calls = new Calls(Installation.URL, "ines@withyandoar.example");
    }

    @AfterAll
    static void close() {
        buyer.close();
    }

    private static void open(String screen, Calls.Sheet sheet) {
        buyer.open("/c/oddment/" + screen + "/" + sheet.planId() + "/" + sheet.campaignId());
    }

    private static Locator dialog() {
        return page.getByRole(AriaRole.DIALOG).last();
    }

    private static Locator progress() {
        return page.getByTestId("launch-progress");
    }

    /** @param changes how many, as the button says it */
    private static void launch(String changes) {
        buyer.press("Launch " + changes + "…");
        buyer.press("Launch now");
        assertThat(progress()).containsText(changes.split(" ")[0] + " of " + changes + " on the network");
    }

    @Test
    @Order(1)
    void thirtySixAdsWithThreeTakenOutOnANetworkThatGoesDownInTheMiddle() throws Exception {
        open("plan", calls.sheet("oddmenths", "Six by six", 6, 6, "10"));
        assertThat(page.locator(".head .note")).containsText("6 × 6, 36 ads");
        int ads = 36;
        for (int[] out : new int[][] {{0, 0}, {2, 3}, {5, 5}}) {
            buyer.cell(out[0], out[1]).click();
            buyer.key(" ");
            assertThat(page.locator(".head .note")).containsText(--ads + " ads");
        }
        buyer.kept();
        Installation.practice("PUT", "/console/faults/CREATE", Map.of("mode", "SLOW", "every", 1, "slowMillis", 120));
        buyer.press("Launch…");
        buyer.press("Launch 40 changes…");
        assertThat(dialog()).containsText("create 1 campaign, 6 ad groups and 33 ads");
        buyer.press("Launch now");
        assertThat(progress()).containsText(Pattern.compile("[5-9] of 40 changes|1[0-9] of 40 changes"));
        Installation.practice("PUT", "/console/faults/CREATE", Map.of("mode", "DOWN", "every", 1, "slowMillis", 0));
        assertThat(progress()).containsText("trying again");
        assertThat(progress()).containsText("Hearthside does not answer");
        Installation.practice("DELETE", "/console/faults/CREATE", null);
        assertThat(progress()).containsText("40 of 40 changes on the network");
        assertThat(progress()).containsText("everything is on the network");
    }

    @Test
    @Order(2)
    void aPartGoesOutStandingStillAndTheRestLater() throws Exception {
        parts = calls.sheet("oddmenths", "In parts", 2, 2, "10");
        open("launch", parts);
        page.getByLabel(Pattern.compile("Launch .*_In-parts-audience-2$")).uncheck();
        buyer.press("Launch 4 of 7 changes…");
        dialog().getByLabel(Pattern.compile("Start paused")).check();
        buyer.press("Launch now");
        assertThat(progress()).containsText("5 of 5 changes on the network");
        assertThat(progress()).containsText("paused");
        assertThat(page.locator(".head .note"))
                .hasText("Would create 1 ad group and 2 ads; resume 1 campaign on Hearthside");
        buyer.press("Launch 4 changes…");
        buyer.press("Launch now");
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
    }

    @Test
    @Order(3)
    void whatSomebodyChangedOnTheNetworkIsTakenOver() throws Exception {
        JsonObject group = null;
        for (JsonElement c : Installation.practice(
                        "GET", "/networks/hearthside/campaigns?account=oddment-oddmenths", null)
                .getAsJsonArray()) {
            if (c.toString().contains("_In-parts\"")) {
                group = Installation.practice("GET", "/networks/hearthside/campaigns/" + Calls.id(c) + "/whole", null)
                        .getAsJsonObject()
                        .getAsJsonArray("adGroups")
                        .get(0)
                        .getAsJsonObject();
            }
        }
        group.getAsJsonObject("order").getAsJsonObject("budget").addProperty("minor", 1700);
        Installation.practice("PUT", "/networks/hearthside/ad-groups/" + Calls.id(group), group.get("order"));
        open("plan", parts);
        open("launch", parts);
        Locator drift = page.getByLabel("Changed on the network");
        assertThat(drift).containsText("money a day: £10.00 → £17.00");
        buyer.press("Take over");
        assertThat(drift).isHidden();
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
        open("plan", parts);
        assertThat(page.locator(".head .note")).containsText("£27.00 a day");
    }

    @Test
    @Order(4)
    void aLaunchIsHandedOverAndTheIdsComeBack() throws Exception {
        open("launch", calls.sheet("oddmenths", "By hand", 1, 1, "10"));
        buyer.press("Launch 3 changes…");
        dialog().getByText("Hand it over as a table").click();
        buyer.press("Hand it over");
        assertThat(progress()).containsText("handed over, waiting for ids");
        // The second line has an id that cannot be.
        String filled = buyer.filledIn(i -> (i == 2 ? "not an id" : "HAND" + i) + ",");
        assertThat(filled.split("\r\n")).hasSize(4);
        buyer.upload("filled.csv", filled.getBytes(StandardCharsets.UTF_8));
        assertThat(page.getByRole(AriaRole.STATUS).last()).containsText("1 line taken, 2 still to enter");
        assertThat(progress()).containsText("Line 3: not an id is no id");
        buyer.upload("filled.csv", filled.replace("not an id", "HAND2").getBytes(StandardCharsets.UTF_8));
        assertThat(progress()).containsText("3 of 3 changes on the network");
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
    }

    @Test
    @Order(5)
    void aPatternIsTriedOnTheSheetKeptAndTakenBack() {
        open("plan", parts);
        page.locator(".sheet").waitFor();
        buyer.open("/c/oddment/rules/ad-groups");
        assertThat(page.getByLabel("Tried on a sheet")).containsText("2 names");
        buyer.choose("Add a part to Names of ad groups", "row’s number");
        assertThat(page.getByLabel("Tried on a sheet")).containsText("_In-parts-audience-2_02");
        page.getByLabel("Mark before it").fill("_");
        assertThat(page.getByLabel("Tried on a sheet")).containsText("holds the sign between parts");
        page.getByLabel("Mark before it").fill("r");
        assertThat(page.getByLabel("Tried on a sheet")).containsText("_In-parts-audience-2_r02");
        buyer.press("Keep as version 1");
        assertThat(page.locator(".head .note")).containsText("Version 1 of the client’s patterns");
        open("plan", parts);
        buyer.lens("Names");
        assertThat(page.getByRole(AriaRole.ROWHEADER).nth(1)).containsText("_r02");
        assertThat(page.getByTestId("ad-link")).containsText("utm_termCOLD_TEST_TRAF_GB_HS_In-parts-audience-1_r01");
        buyer.cell(1, 0).click();
        assertThat(page.getByTestId("ad-link")).containsText("In-parts-audience-2_r02");
        open("launch", parts);
        assertThat(page.locator(".head .note")).containsText("change 2 ad groups and 4 ads");
        buyer.open("/c/oddment/rules/elsewhere");
        page.getByText("Ad groups", new Page.GetByTextOptions().setExact(true))
                .last()
                .click();
        page.getByLabel("Names, one a line")
                .fill("COLD_TEST_TRAF_GB_HS_In-parts-audience-2_r02\nCOLD_TEST_TRAF_GB_HS_In-parts-audience-2\nodd");
        assertThat(page.locator(".tried-head")).containsText("2 read, 1 not");
        assertThat(page.getByLabel("Names read")).containsText("1 part; the pattern has 7");
        buyer.open("/c/oddment/rules/ad-groups");
        page.locator(".version", new Page.LocatorOptions().setHasText("Built in"))
                .getByText("Start from it")
                .click();
        buyer.press("Keep as version 2");
        open("launch", parts);
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
    }

    /** Each blocker's way leads to the field that mends it, on the sheet, in the creative, and in the campaign's form. */
    @Test
    @Order(6)
    void fromThreeBlockersToLaunchByJumps() throws Exception {
        LocalDate today = calls.today();
        Calls.Sheet sheet = calls.sheet("oddmenths", "Three blockers", 1, 1, "3");
        calls.rewrite("Three blockers creative 1", Map.of("headlines", List.of("Mend it ".repeat(9))));
        calls.edit(
                sheet,
                sheet.version(),
                Map.of(
                        "kind", "campaignChange",
                        "campaignId", sheet.campaignId(),
                        "facts", Calls.facts("Three blockers", today.minusDays(8), today.plusDays(20), "10")));
        open("launch", sheet);
        buyer.press("3 blockers first…");
        dialog().getByText("Choose today or a later day.").click();
        page.getByLabel("First day").fill(Buyer.DAY.format(today.plusDays(3)));
        page.keyboard().press("Enter");
        buyer.press("Keep");
        buyer.kept();

        open("launch", sheet);
        buyer.press("2 blockers first…");
        dialog().getByText(Pattern.compile("^Raise it to £5.00")).click();
        assertThat(page.locator("#row-money")).isFocused();
        page.locator("#row-money").fill("10");
        page.locator("#row-money").press("Enter");
        buyer.kept();

        open("launch", sheet);
        buyer.press("1 blocker first…");
        dialog().getByText(Pattern.compile("^Shorten it by")).click();
        Locator headline = page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true));
        assertThat(headline).isFocused();
        headline.fill("Mend it");
        buyer.kept();

        open("launch", sheet);
        launch("3 changes");
    }

    /** Review refuses a promise; the way back to the text is beside the ad, and only what changed is sent again. */
    @Test
    @Order(7)
    void aRefusedAdIsMendedAndSentAgain() throws Exception {
        Calls.Sheet sheet = calls.sheet("oddmenths", "Promises", 1, 2, "10");
        calls.rewrite("Promises creative 2", Map.of("bodies", List.of("Guaranteed to last for ever.")));
        open("launch", sheet);
        launch("4 changes");
        buyer.move("1 day");
        open("plan", sheet);
        buyer.lens("Review");
        assertThat(buyer.cell(0, 0)).containsText("live");
        assertThat(buyer.cell(0, 1)).containsText("refused");
        buyer.cell(0, 1).click();
        assertThat(page.locator(".facts")).containsText("The copy promises a result: “Guaranteed”");
        page.getByTestId("refusal").getByText("Promises creative 2").click();
        Locator body = page.getByLabel("Body", new Page.GetByLabelOptions().setExact(true));
        assertThat(body).isFocused();
        body.fill("Made to be mended again.");
        buyer.kept();
        open("launch", sheet);
        launch("1 change");
        buyer.move("1 day");
        open("plan", sheet);
        buyer.lens("Review");
        assertThat(buyer.cell(0, 1)).containsText("live");
    }
}
