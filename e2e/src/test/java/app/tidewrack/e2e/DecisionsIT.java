package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** What came back is decided on: tests are judged, advice is taken and launched, winners go to scaling, a new question is asked. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class DecisionsIT {
    private static Buyer buyer;
    private static Page page;
    private static Calls calls;
    private static Effort effort;

    @BeforeAll
    static void signIn() throws Exception {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
        effort = Effort.on(page);
        calls = new Calls(Installation.URL, "ines@withyandoar.example");
    }

    @AfterAll
    static void close() {
        buyer.close();
    }

    private static Locator has(String selector, String text) {
        return page.locator(selector, new Page.LocatorOptions().setHasText(text));
    }

    /** From the desk to the verdict, which names the better one, and into the log of what was learned. */
    @Test
    @Order(1)
    void theReadyTestIsJudgedAndKept() {
        buyer.open("/c/oddment");
        Locator line = has(".finding", "Test ready to judge: Does the evening beat the wear?");
        // A server that has just started takes its time for the first verdict.
        assertThat(line).containsText("winner: A patch outlives the jacket");
        line.getByText("Look at the verdict").click();
        assertThat(page.getByTestId("verdict"))
                .containsText("Winner. “A patch outlives the jacket” has a click rate of");
        assertThat(page.getByTestId("trust")).containsText("Only headline differed");
        assertThat(page.getByTestId("trust")).containsText("Nothing was changed since it began");
        assertThat(page.getByTestId("trust")).containsText("50.0 %, 50.0 %");
        buyer.press("End the test…");
        page.getByLabel("What was learned").fill("Say that the patch lasts; tonight moves nobody.");
        page.locator(".ant-popover:visible button").click();
        assertThat(page.locator(".things")).containsText("Learned, 1");
        assertThat(page.getByLabel("Lesson")).hasValue("Say that the patch lasts; tonight moves nobody.");
    }

    @Test
    @Order(2)
    void aBrokenTestSaysWhatElseWasChanged() {
        buyer.open("/c/saltmarsh");
        has(".finding", "Broken test").getByText("Look at the verdict").click();
        assertThat(page.getByTestId("verdict"))
                .containsText(
                        "Money a day of Islands, 40 to 49 went from “€12.00” to “€18.00”, by Ines Wickham on 16 March.");
        assertThat(page.getByTestId("verdict")).containsText("cannot be put down to the audience");
    }

    /** Cold rows are judged by the click, those who come back by the sale (common practice); a row without delivery bids too low. */
    @Test
    @Order(3)
    void coldAndRetargetingRowsAreJudgedApart() {
        buyer.open("/c/oddment/results/advice");
        has(".advice", "Three stitches").first().click();
        assertThat(page.getByTestId("why")).containsText("Cost per click, target £0.75");
        has(".advice", "Back to the basket").first().click();
        assertThat(page.getByTestId("why")).containsText("Cost per sale, target £20.00");
    }

    /** The list has the focus, and Enter takes what is first in it. */
    @Test
    @Order(3)
    void aBidIsRaisedByKeysAlone() {
        buyer.open("/c/copperline/results/advice");
        assertThat(page.locator(".advice")).containsText("Raise its bid to €2.");
        assertThat(page.locator(".advice")).containsText("shown to nobody in 1");
        assertThat(page.locator(".advices")).isFocused();
        effort.taken();
        page.keyboard().press("Enter");
        assertThat(page.locator(".head .note")).containsText("Would change 1 ad group");
        effort.took(1, "job 17, KEYS");
    }

    /** One key takes it; the change list shows it; the network has it after the launch. */
    @Test
    @Order(4)
    void anAdviceIsTakenAndSeenOnTheNetwork() throws Exception {
        buyer.open("/c/oddment/results/advice");
        has(".advice", "Three stitches, spring").click();
        assertThat(has(".advice", "Three stitches, spring")).containsText("£20.00 to £23.00 a day");
        page.locator(".advices").press("Enter");
        assertThat(page.locator(".head .note")).containsText("Would change 1 ad group");
        assertThat(page.locator(".facts")).containsText("£23.00");
        String[] at = page.url().split("/");
        buyer.press("Launch 1 change…");
        buyer.press("Launch now");
        assertThat(page.locator(".head .note")).containsText("Jumpcut has all of it");
        String campaign = at[at.length - 1];
        JsonObject looked = calls.post(
                        "/api/clients/oddment/plans/%s/campaigns/%s/look".formatted(at[at.length - 2], campaign),
                        Map.of())
                .getAsJsonObject();
        assertThat(looked.getAsJsonArray("changes")).isEmpty();
        assertThat(looked.getAsJsonArray("drift")).isEmpty();
        assertThat(looked.get("dailyBeforeMinor").getAsLong()).isEqualTo(2300);
        buyer.open("/c/oddment/results/advice");
        assertThat(has(".decisions tr", "Broad, 18 to 44")).containsText("taken by Ines Wickham");
        assertThat(has(".advice", "Three stitches, spring")).hasCount(0);
    }

    /** The winner of the cold test is copied to a scaling campaign at double; the test itself stays as it was. */
    @Test
    @Order(5)
    void theWinnerMovesToScaling() {
        buyer.open("/c/oddment/results/advice");
        has(".advice", "Patches, which headline").first().waitFor();
        effort.taken();
        has(".advice", "Patches, which headline")
                .first()
                .locator("button")
                .first()
                .click();
        assertThat(page.locator(".head h1")).containsText("Patches, which headline scaling");
        effort.took(1, "job 13");
        buyer.rail("Plan");
        assertThat(page.locator("[role=rowheader]")).hasCount(1);
        assertThat(page.locator(".head .note")).containsText("£40.00 a day");
        page.locator(".things")
                .getByText("Patches, which headline", new Locator.GetByTextOptions().setExact(true))
                .click();
        assertThat(page.locator("[role=rowheader]")).hasCount(2);
        assertThat(page.locator(".head .note")).containsText("£40.00 a day");
    }

    /** Another one, by keys alone: the next piece of advice of that kind, from the list that has the focus. */
    @Test
    @Order(6)
    void aWinnerMovesToScalingByKeysAlone() {
        buyer.open("/c/oddment/results/advice");
        Locator winner = page.locator(".advice.on", new Page.LocatorOptions().setHasText("Copy it to scaling"));
        assertThat(page.locator(".advices")).isFocused();
        effort.taken();
        for (int i = 0; i < page.locator(".advice").count() && winner.count() == 0; i++) {
            page.keyboard().press("ArrowDown");
        }
        page.keyboard().press("Enter");
        assertThat(page.locator(".head h1")).containsText("scaling");
        effort.took(3, "job 13, KEYS");
    }

    /** A sum goes where rows brought most, with what that brings; the sum stays, each row keeps half at least, and it can be taken back. */
    @Test
    @Order(7)
    void moneyIsSpreadWhereItBringsMost() throws Exception {
        String place = "";
        for (JsonElement each : calls.get("/api/clients/oddment/results/pace").getAsJsonArray()) {
            JsonObject of = each.getAsJsonObject();
            if (of.get("name").getAsString().equals("Kits, find buyers")) {
                place = of.get("planId").getAsString() + "/"
                        + of.get("campaignId").getAsString();
            }
        }
        buyer.open("/c/oddment/plan/" + place);
        buyer.lens("Money");
        page.locator("[role=rowheader]").first().click();
        page.keyboard().press("Shift+ArrowDown");
        page.keyboard().press("Shift+ArrowDown");
        buyer.key("m");
        page.getByText("where it brings most").click();
        assertThat(page.locator(".brings-more"))
                .containsText(Pattern.compile("About \\d+ clicks a day instead of \\d+"));
        assertThat(page.locator(".brings-more")).containsText("Moving £6.00 a day from");
        assertThat(page.locator(".brings-row svg")).hasCount(3);
        buyer.press("Spread it");
        buyer.kept();
        assertThat(page.locator(".head .note")).containsText("£36.00 a day");
        assertThat(page.getByTestId("money-0")).not().hasText("£12.00");
        assertThat(page.getByLabel("People of the plan"))
                .containsText(Pattern.compile("different people in the whole flight, over 3 rows\\."));
        page.locator(".foot").getByText(Pattern.compile("^Undo")).click();
        buyer.kept();
        assertThat(page.getByTestId("money-0")).hasText("£12.00");
    }

    @Test
    @Order(8)
    void anAdviceIsRefusedForAReasonAndAPlaybookTriedOnThePast() {
        buyer.open("/c/oddment/results/advice");
        Locator evenings = has(".advice", "Mending evenings");
        evenings.getByText("Refuse…").click();
        page.getByLabel("Why it is refused").fill("The evenings are booked out.");
        buyer.press("Refuse it");
        assertThat(has(".decisions tr", "The evenings are booked out.")).containsText("refused by Ines Wickham");
        assertThat(evenings).hasCount(0);
        page.getByText("The playbook’s rules", new Page.GetByTextOptions().setExact(true))
                .click();
        page.getByLabel("Step of a raise").fill("12");
        page.getByLabel("Step of a raise").blur();
        buyer.press("Try it on the past");
        assertThat(page.getByTestId("tried")).containsText("Tried on 9 Mar to");
        assertThat(page.getByTestId("tried").locator(".mark").first()).isVisible();
        buyer.press("Keep it");
        assertThat(page.locator(".playbook-fields").first()).containsText("12 % more money");
    }

    /** Creatives of one row are put in rows of their own, what differs is found, and what the test needs is reckoned before it is set up. */
    @Test
    @Order(9)
    void aQuestionIsAskedOfTheSheet() throws Exception {
        Calls.Sheet sheet = calls.sheet("oddmenths", "Asked", 1, 2, "40");
        buyer.open("/c/oddment/plan/" + sheet.planId() + "/" + sheet.campaignId());
        buyer.cell(0, 0).click();
        page.keyboard().press("t");
        assertThat(page.getByTestId("test-found")).containsText("One row is no test");
        page.getByText("Put each creative in a row of its own").last().click();
        buyer.kept();
        assertThat(page.locator("[role=rowheader]")).hasCount(2);
        assertThat(page.locator(".sheet")).isFocused();
        page.keyboard().press("t");
        assertThat(page.getByTestId("test-found"))
                .containsText(Pattern.compile("One variable: (headline|body|link)|differ in"));
        assertThat(page.getByTestId("test-sums")).containsText("impressions a cell");
        assertThat(page.getByTestId("test-sums")).containsText("could be seen in these days");
    }

    /** Viewers and visitors of a film's campaign become the rows of the one that follows. */
    @Test
    @Order(10)
    void thoseWhoWatchedComeBackInTheNextCampaign() throws Exception {
        String plan = "";
        for (JsonElement each : calls.get("/api/clients/oddment/plans").getAsJsonArray()) {
            if (each.getAsJsonObject().get("name").getAsString().equals("Three stitches")) {
                plan = each.getAsJsonObject().get("id").getAsString();
            }
        }
        for (Hand hand : Hand.values()) {
            buyer.open("/c/oddment/results/" + plan);
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Next campaign…"))
                    .waitFor();
            effort.taken();
            hand.press(page, "Next campaign…");
            Locator dialog = page.getByRole(AriaRole.DIALOG);
            assertThat(dialog).containsText("Watched three-stitches.mp4 to the end");
            hand.tick(dialog.getByLabel("Filled a basket, did not buy"), "Filled a basket", false);
            page.keyboard().press("Enter");
            assertThat(page.locator(".head h1")).containsText("Three stitches, spring, come back");
            effort.took(hand == Hand.KEYS ? 7 : 3, "job 6, " + hand);
        }
        assertThat(page.locator("[role=rowheader]")).hasCount(3);
        assertThat(page.locator(".things")).containsText("Retargeting");
    }
}
