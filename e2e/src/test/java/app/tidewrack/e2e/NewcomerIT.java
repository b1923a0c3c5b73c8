package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Someone who never saw it does the whole job, then things go wrong around them. Each part goes on from the one before. */
@TestMethodOrder(OrderAnnotation.class)
class NewcomerIT {

    private static Buyer buyer;
    private static Page page;
    private static String planUrl;

    @RegisterExtension
    static final InParts PARTS = new InParts();

    @BeforeAll
    static void sitDown() {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
    }

    @AfterAll
    static void leave() {
        buyer.close();
    }

    @Test
    @Order(1)
    void describesThreeAudiencesAndWatchesThemNarrow() {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Oddment & Thread"))
                .click();
        assertThat(page.locator(".head h1")).hasText("Oddment & Thread");
        assertThat(page.locator(".things")).containsText("Hearthside");
        buyer.rail("Audiences");
        audience("Walkers and knitters", "Knitting");
        choose("Add a place", "Norwich");
        assertThat(page.locator("[data-step=PLACES] .told")).containsText("narrows most");
        page.getByLabel("Kilometres around Norwich").fill("90");
        choose("Add a place", "Leeds");
        page.getByLabel("Youngest age").fill("30");
        page.getByLabel("Oldest age").fill("65");
        page.getByLabel("Oldest age").press("Tab");
        choose("Gender", "women");
        assertThat(page.locator(".step .size")).hasCount(5);
        assertThat(page.locator(".size.old")).hasCount(0);
        List<Long> sizes = page.locator(".step .told b").allInnerTexts().stream()
                .map(NewcomerIT::people)
                .toList();
        assertThat(sizes).isSortedAccordingTo(Comparator.reverseOrder()).doesNotHaveDuplicates();
        buyer.kept();
        audience("Bakers", "Baking");
        audience("Readers", "Reading");
        buyer.kept();
    }

    private static void audience(String name, String interest) {
        page.locator(".thing.line").first().waitFor();
        int before = page.locator(".thing.line").count();
        choose("New audience", "Hearthside GBP");
        assertThat(page.locator(".thing.line")).hasCount(before + 1);
        assertThat(page.locator(".head h1")).containsText("New audience");
        page.getByLabel("Name of the audience").fill(name);
        buyer.condition("Interest", "Interests", interest);
        assertThat(page.locator(".thing.line.on b")).hasText(name);
    }

    private static void choose(String label, String typed) {
        buyer.choose(label, typed);
    }

    static long people(String told) {
        String number = told.replaceAll("[^0-9.]", "");
        return Math.round(Double.parseDouble(number) * (told.endsWith("M") ? 1_000_000 : 1));
    }

    @Test
    @Order(2)
    void makesTwoCreativesWithALivePreview() throws Exception {
        buyer.rail("Creative");
        creative("Tin, open", "The tin that mends", new Color(0x5f8377));
        page.getByLabel("Body", exact()).fill("One tin. ".repeat(20));
        assertThat(page.getByTestId("preview-body")).containsText("… more");
        assertThat(page.locator(".facts")).containsText("Body runs past the fold: 180 characters; cut after 98.");
        page.getByLabel("Body", exact()).fill("One tin holds all it takes to close a hole.");
        assertThat(page.getByTestId("preview-body")).hasText("One tin holds all it takes to close a hole.");
        buyer.kept();
        creative("Tin, closed", "What is in the tin?", new Color(0xb78a57));
        buyer.kept();
    }

    private static void creative(String name, String headline, Color colour) throws Exception {
        page.locator(".thing.with-thumb").first().waitFor();
        int before = page.locator(".thing.with-thumb").count();
        buyer.press("New creative");
        assertThat(page.locator(".thing.with-thumb")).hasCount(before + 1);
        assertThat(page.locator(".head h1")).hasText("New creative");
        page.getByLabel("Name", exact()).fill(name);
        buyer.upload(name + ".png", Buyer.picture(1080, 1080, colour));
        assertThat(page.locator(".facts")).containsText("1080 × 1080 px");
        page.getByLabel("Body", exact()).fill("Mend it tonight.");
        page.getByLabel("Headline", exact()).fill(headline);
        page.getByLabel("Description", exact()).fill("Kits from £14");
        choose("Call to action", "Shop");
        page.getByLabel("Link", exact()).fill("oddmentandthread.example");
        assertThat(page.locator(".compose")).containsText("does not start with http:// or https://");
        page.getByLabel("Link", exact()).fill("https://oddmentandthread.example/tin");
        assertThat(page.locator(".thing.line.on b")).hasText(name);
    }

    private static Page.GetByLabelOptions exact() {
        return new Page.GetByLabelOptions().setExact(true);
    }

    @Test
    @Order(3)
    void plansACampaignOnTheSheet() {
        buyer.rail("Plan");
        buyer.press("Start another plan");
        page.getByLabel("Name of the plan").fill("Tin launch");
        page.goBack();
        buyer.press("Go on");
        assertThat(page.getByLabel("Name of the plan")).hasValue("Tin launch");
        buyer.choose("Objective", "Traffic");
        buyer.usualWay();
        page.getByLabel("First day").fill("9 Mar 2027");
        page.getByLabel("First day").press("Enter");
        page.getByLabel("Last day").fill("1 Mar 2027");
        page.getByLabel("Last day").press("Enter");
        page.getByLabel("Each new row, a day, GBP").fill("ten");
        buyer.press("Start it");
        assertThat(page.locator(".ant-drawer")).containsText("is before the first, 9 Mar 2027");
        // Nothing starts in the past, and other journeys move the practice clock: the flight is 14 days from its day.
        LocalDate today = buyer.today();
        page.getByLabel("Last day").fill(Buyer.DAY.format(today.plusDays(13)));
        page.getByLabel("Last day").press("Enter");
        buyer.press("Start it");
        assertThat(page.locator(".ant-drawer")).containsText("“ten” is not an amount of GBP");
        page.getByLabel("Each new row, a day, GBP").fill("10");
        page.getByLabel("First day").fill(Buyer.DAY.format(today));
        page.getByLabel("First day").press("Enter");
        buyer.press("Start it");
        assertThat(page.locator(".ant-drawer:visible")).hasCount(0);
        buyer.press("Add audiences as rows");
        for (String name : List.of("Walkers and knitters", "Bakers", "Readers")) {
            page.locator(".ant-modal")
                    .getByText(name, new Locator.GetByTextOptions().setExact(false))
                    .first()
                    .click();
        }
        buyer.press("Add 3 rows");
        buyer.press("Add creatives as columns");
        page.locator(".ant-modal").getByText("Tin, open").click();
        page.locator(".ant-modal").getByText("Tin, closed").click();
        buyer.press("Add 2 columns");
        assertThat(page.locator(".sheet .cell")).hasCount(6);
        planUrl = page.url();
    }

    @Test
    @Order(4)
    void switchesChangesDuplicatesUndoesAndRedoes() {
        assertThat(page.locator(".head .note")).containsText("3 × 2, 6 ads · £30.00 a day · £420.00 in 14 days");
        buyer.cell(0, 1).click();
        buyer.key("Space");
        assertThat(buyer.cell(0, 1)).hasText("off");
        assertThat(buyer.cell(0, 0)).hasText("£10.00");
        buyer.key("Space");
        assertThat(buyer.cell(0, 1)).hasText("£5.00");
        page.getByTestId("money-1").click();
        page.getByLabel("Money a day of Bakers").fill("£12.01");
        page.keyboard().press("Enter");
        assertThat(buyer.cell(1, 0)).hasText("£6.01");
        assertThat(buyer.cell(1, 1)).hasText("£6.00");
        assertThat(page.getByTestId("flight-total")).hasText("£448.14");
        buyer.cell(1, 0).click();
        buyer.key("d");
        assertThat(page.locator("[role=rowheader]")).hasCount(4);
        assertThat(page.locator("[role=rowheader]").nth(2)).containsText("Bakers 2");
        assertThat(page.locator(".foot")).containsText("Undo “duplicate row Bakers”");
        buyer.key("Control+z");
        buyer.key("Control+z");
        assertThat(page.getByTestId("money-1")).hasText("£10.00");
        buyer.key("Control+Shift+z");
        assertThat(page.getByTestId("money-1")).hasText("£12.01");
        buyer.key("Control+z");
        assertThat(page.getByTestId("flight-total")).hasText("£420.00");
        buyer.kept();
    }

    @Test
    @Order(5)
    void seesNamesAndMendsWhatTheChecksFind() {
        buyer.lens("Names");
        assertThat(buyer.cell(1, 0)).hasText("COLD_TRAF_GB_HS_Bakers_PIC_Tin-open_v1");
        page.getByTestId("money-2").click();
        page.getByLabel("Money a day of Readers").fill("3");
        page.keyboard().press("Enter");
        buyer.lens("Checks");
        Locator finding = page.locator("[data-rule='money.under-lowest']");
        assertThat(finding)
                .containsText("Daily money £3.00 of row Readers is under Hearthside’s lowest, £5.00 per ad group.");
        buyer.press("Launch…");
        buyer.press("1 blocker first…");
        assertThat(page.locator(".ant-modal")).containsText("Daily money £3.00");
        // The way to the field that mends it, from the launch screen to the row's money.
        page.locator(".ant-modal .finding button").click();
        assertThat(page.locator("#row-money")).isFocused();
        page.locator("#row-money").fill("10");
        page.locator("#row-money").press("Enter");
        assertThat(page.getByTestId("money-2")).hasText("£10.00");
        buyer.kept();
    }

    @Test
    @Order(6)
    void editsWaitWhileThereIsNoConnection() {
        page.context().setOffline(true);
        buyer.cell(2, 1).click();
        buyer.key("Space");
        assertThat(page.locator(".kept")).hasText("Not kept: no connection, 1 edit waiting");
        assertThat(buyer.cell(2, 1)).hasClass(Pattern.compile("waiting"));
        page.context().setOffline(false);
        buyer.kept();
        assertThat(buyer.cell(2, 1)).hasText("off");
        buyer.key("Space");
        assertThat(buyer.cell(2, 1)).hasText("£5.00");
        assertThat(page.locator(".cell.waiting")).hasCount(0);
        buyer.kept();
    }

    @Test
    @Order(7)
    void launchesAndWatchesReview() {
        buyer.press("Launch…");
        assertThat(page.locator(".head .note")).containsText("create 1 campaign, 3 ad groups and 6 ads on Hearthside");
        buyer.press("Launch 10 changes…");
        assertThat(page.locator(".ant-modal")).containsText("£30.00 a day, £420.00 over 14 days");
        buyer.press("Launch now");
        assertThat(page.getByTestId("launch-progress")).containsText("10 of 10 changes on the network");
        assertThat(page.locator(".stand").filter(has("in review"))).hasCount(6);
        buyer.move("1 hour");
        buyer.move("1 day");
        assertThat(page.locator(".stand").filter(has("approved"))).hasCount(6);
    }

    private static Locator.FilterOptions has(String text) {
        return new Locator.FilterOptions().setHasText(text);
    }

    @Test
    @Order(8)
    void readsResultsThatAgreeInEveryView() {
        buyer.rail("Results");
        buyer.move("1 week");
        // The clock stands and all reports are in; a fresh look cannot change while it is read.
        page.reload();
        List<String> totals = null;
        for (String by : List.of("Row", "Creative", "Ad", "Day")) {
            page.getByLabel("Numbers by").getByText(by, exactly()).click();
            Locator table = page.getByTestId("results");
            assertThat(table.locator("th").first()).hasText(by.equals("Ad") ? "Name of the ad" : by);
            List<String> all = table.locator("tr.total td").allInnerTexts().stream()
                    .skip(1)
                    .toList();
            totals = totals == null ? all : totals;
            assertThat(all).isEqualTo(totals);
            // Spend, impressions, clicks and results add up; shares and costs do not.
            for (int column : List.of(2, 3, 4, 5)) {
                long sum =
                        table
                                .locator("tbody tr:not(.total) td:nth-child(" + (column + 1) + ")")
                                .allInnerTexts()
                                .stream()
                                .mapToLong(NewcomerIT::digits)
                                .sum();
                assertThat(sum).isEqualTo(digits(all.get(column - 1))).isPositive();
            }
        }
        assertThat(page.getByTestId("results-facts")).containsText(totals.get(2));
        assertThat(page.locator("[role=img] canvas")).isVisible();
        open("On the sheet");
        choose("Number shown", "Impressions");
        assertThat(page.locator(".cell.result small").first()).containsText("people");
        long sheet = page.locator(".cell.result b").allInnerTexts().stream()
                .mapToLong(NewcomerIT::digits)
                .sum();
        assertThat(sheet).isEqualTo(digits(totals.get(2)));
    }

    private static Locator.GetByTextOptions exactly() {
        return new Locator.GetByTextOptions().setExact(true);
    }

    private static void open(String link) {
        page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName(link)).click();
        page.locator(".cell.result").first().waitFor();
    }

    private static long digits(String shown) {
        return Long.parseLong(shown.replaceAll("\\D", ""));
    }

    @Test
    @Order(9)
    void saysWhatIsWrongWithFilesAndAddresses() throws Exception {
        buyer.rail("Creative");
        page.locator(".compose").waitFor();
        buyer.upload("contract.png", "%PDF-1.7 not a picture".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.locator(".ant-message")).containsText("“contract.png” is a PDF, not a picture or video");
        buyer.upload("huge.png", Arrays.copyOf(Buyer.picture(100, 100, Color.GRAY), 31_000_000));
        assertThat(page.locator(".ant-message")).containsText("“huge.png” is over 30 MB");
        buyer.open("/c/somebody-else/plan");
        assertThat(page.locator(".empty")).containsText("There is no client “somebody-else” here.");
    }

    /** Every process ends and starts; then the server is killed in the middle of a launch and the network with it. */
    @Test
    @Order(10)
    void nothingIsLostOrDoubledWhenProcessesEnd() throws Exception {
        Installation.command("stop");
        Installation.command("start");
        page.navigate(planUrl);
        assertThat(page.locator(".head .note")).containsText("3 × 2, 6 ads · £30.00 a day");
        assertThat(buyer.cell(0, 0)).containsText("live");
        int before = Installation.adsOnNetwork("oddment-oddmenths");
        assertThat(before).isPositive();

        buyer.cell(0, 0).click();
        for (int rows = 4; rows <= 11; rows++) {
            buyer.key("d");
            assertThat(page.locator("[role=rowheader]")).hasCount(rows);
        }
        buyer.press("Launch…");
        buyer.press("Launch 24 changes…");
        buyer.press("Launch now");
        assertThat(page.getByTestId("launch-progress")).containsText("of 24 changes on the network");
        Installation.kill("server");
        Installation.kill("practice-network");
        Installation.command("start");
        page.reload();
        assertThat(page.getByTestId("launch-progress")).containsText("24 of 24 changes on the network");
        assertThat(page.locator(".head .note")).hasText("Hearthside has all of it");
        assertThat(Installation.adsOnNetwork("oddment-oddmenths")).isEqualTo(before + 16);
    }
}
