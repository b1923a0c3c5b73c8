package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.KeyboardModifier;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/**
 * What jobs take of somebody who knows the product, from the plan screen of a client whose audiences and creatives are there until all of
 * it is on the network. A job that takes more than its line in docs/eighteen-jobs.md says fails here. They launch much, and so run after
 * journeys that mind the account's limit.
 */
class WhatJobsTakeIT extends SignedIn {
    private static final String ACCOUNT = "oddmenths";

    private static Calls calls;
    private static Effort effort;
    private static Calls.Sheet atHand;

    @BeforeAll
    static void whatTheJobsAreMadeOf() throws Exception {
        calls = new Calls(Installation.URL, "ines@withyandoar.example");
        atHand = calls.sheet(ACCOUNT, "In sixes", 6, 6, "10");
        calls.sheet(ACCOUNT, "In layers", 3, 1, "10");
        limit(null);
        buyer.describe("In two cities", "Norwich", "Leeds");
        effort = Effort.on(page);
    }

    @AfterAll
    static void asItWas() throws Exception {
        limit(60_000);
    }

    /** What else runs on the account by now must not stand in the way of a launch. */
    private static void limit(Integer minor) throws Exception {
        JsonObject client = calls.get("/api/clients/oddment").getAsJsonObject().getAsJsonObject("client");
        for (JsonElement each : client.getAsJsonArray("accounts")) {
            JsonObject account = each.getAsJsonObject();
            if (account.get("id").getAsString().equals(ACCOUNT)) {
                Map<String, Object> wanted = new HashMap<>();
                wanted.put("name", account.get("name"));
                wanted.put("site", account.get("site"));
                wanted.put("spendingLimitMinor", minor);
                List<String> profiles = new ArrayList<>();
                account.getAsJsonArray("profiles")
                        .forEach(p ->
                                profiles.add(p.getAsJsonObject().get("name").getAsString()));
                wanted.put("profiles", profiles);
                calls.put("/api/clients/oddment/accounts/" + ACCOUNT, wanted);
            }
        }
    }

    private static Locator dialog() {
        return page.getByRole(AriaRole.DIALOG).last();
    }

    private static Locator shape() {
        return page.locator(".head .note");
    }

    /** A plan begun on the sheet at hand, with rows and creatives found by what their names have in common. */
    private static void plan(String name, String rows, String creatives, String money, String begins) {
        buyer.open("/c/oddment/plan/" + atHand.planId() + "/" + atHand.campaignId());
        page.locator(".sheet").waitFor();
        effort.taken();
        buyer.press("Start another plan");
        assertThat(page.getByLabel("Name of the plan")).isFocused();
        Keyboard keys = page.keyboard();
        keys.type(name);
        keys.press("Tab");
        if (money != null) {
            keys.type(money);
        }
        keys.press("Tab");
        keys.type(rows);
        keys.press("Tab");
        keys.type(creatives);
        assertThat(page.locator(".campaign-begins")).containsText(begins);
        keys.press("Enter");
        assertThat(page.locator(".head h1")).containsText(name);
        assertThat(page.locator(".sheet")).isFocused();
    }

    private static void launch(int changes) {
        page.keyboard().press("Control+Enter");
        Locator launch =
                page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Launch " + changes + " changes…"));
        assertThat(launch).isFocused();
        page.keyboard().press("Enter");
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Launch now")))
                .isFocused();
        page.keyboard().press("Enter");
        assertThat(page.getByTestId("launch-progress")).containsText("everything is on the network");
    }

    private static void took(int most, String job) {
        Effort.Taken taken = effort.taken();
        System.out.printf("%s: %s, %d in all%n", job, taken, taken.all());
        assertThat(taken.all()).as("%s: %s", job, taken).isPositive().isLessThanOrEqualTo(most);
    }

    /** Common practice: 6 ages × 2 cities × 2 genders are 24 ads. */
    @Test
    void job1OneSplitOfThreeVariables() {
        plan("Who mends where, in keys", "In two cities", "In sixes creative 1", null, "1 row × 1 creative, 1 ad");
        page.keyboard().press("s");
        for (String variable : new String[] {"Age", "Place", "Gender"}) {
            dialog().getByRole(
                            AriaRole.CHECKBOX,
                            new Locator.GetByRoleOptions().setName(variable).setExact(true))
                    .check();
        }
        buyer.press("Split into 24 rows");
        assertThat(shape()).containsText("24 × 1, 24 ads");
        buyer.kept();
        assertThat(page.locator(".sheet")).isFocused();
        launch(49);
        took(16, "job 1");
    }

    /** Common practice: 6 × 6 at 100 a day each is 600 a day; three are taken out. */
    @Test
    void job2SixBySixWithThreeOut() {
        plan("Six by six, in keys", "In sixes audience", "In sixes creative", "100", "6 rows × 6 creatives, 36 ads");
        assertThat(shape()).containsText(Pattern.compile("6 × 6, 36 ads.*£600.00"));
        int ads = 36;
        for (int[] out : new int[][] {{0, 0}, {2, 1}, {4, 2}}) {
            buyer.cell(out[0], out[1])
                    .click(new Locator.ClickOptions().setModifiers(List.of(KeyboardModifier.CONTROL)));
            assertThat(shape()).containsText(--ads + " ads");
        }
        buyer.kept();
        launch(40);
        took(15, "job 2");
    }

    /** Common practice: a pin and 12 km, women of 35 to 60, phones only, a chat that greets by name, 6 a day. */
    @Test
    void job3AroundAPinWithAChat() {
        buyer.open("oddment", "audiences", "In two cities");
        effort.taken();
        buyer.press("New audience on Hearthside GBP");
        assertThat(page.getByLabel("Name of the audience")).isFocused();
        Keyboard keys = page.keyboard();
        keys.type("Around Norwich, in keys");
        page.getByLabel("Add a place").click();
        keys.type("Norwich 12");
        assertThat(page.locator(".ant-select-dropdown:visible .ant-select-item-option-active"))
                .containsText("Norwich, ");
        keys.press("Enter");
        assertThat(page.getByLabel("Kilometres around Norwich")).hasValue("12");
        page.getByLabel("Youngest age").click();
        keys.type("35");
        keys.press("Tab");
        keys.type("60");
        buyer.choose("Gender", "women");
        buyer.kept();
        assertThat(page.locator(".head .note")).containsText("people");
        buyer.press("Plan with it…");
        assertThat(page.getByLabel("Name of the plan")).hasValue("Around Norwich, in keys");
        keys.type("6");
        keys.press("Tab");
        keys.press("Tab");
        keys.type("Ask a mender");
        assertThat(page.locator(".campaign-begins")).containsText("1 row × 1 creative, 1 ad");
        keys.press("Enter");
        assertThat(page.locator(".sheet")).isFocused();
        assertThat(page.locator(".head .note")).containsText(Pattern.compile("Messages on Hearthside.*£6.00 a day"));
        keys.press("b");
        Locator phone = dialog().getByRole(
                        AriaRole.CHECKBOX,
                        new Locator.GetByRoleOptions().setName("Phone").setExact(true));
        phone.click();
        assertThat(phone).isChecked();
        buyer.kept();
        launch(3);
        took(22, "job 3");
    }

    /** Common practice: stories at 5 a day, with the clicks and people to expect before anything is launched. */
    @Test
    void job15WhatToExpectOfStories() {
        buyer.open("oddment", "audiences", "Buy denim and yarn");
        effort.taken();
        buyer.press("Plan with it…");
        Keyboard keys = page.keyboard();
        assertThat(page.getByLabel(Pattern.compile("^Each new row, "))).isFocused();
        keys.type("5");
        keys.press("Tab");
        keys.press("Tab");
        keys.type("Spring drawer");
        assertThat(page.locator(".campaign-begins")).containsText("1 row × 1 creative, 1 ad");
        keys.press("Enter");
        assertThat(shape()).containsText("£5.00 a day");
        assertThat(page.locator(".facts")).containsText(Pattern.compile("Expected in.*people.*clicks"));
        took(11, "job 15");
    }

    /** Common practice: to phones, then to those on Wi-Fi too, with what each costs in people. */
    @Test
    void job16WhatPhonesAndWifiCostInPeople() {
        buyer.open("/c/oddment/plan/" + atHand.planId() + "/" + atHand.campaignId());
        assertThat(page.locator(".sheet")).isVisible();
        buyer.cell(0, 0).click();
        effort.taken();
        page.keyboard().press("b");
        for (String kept : List.of("Phone", "Wi-Fi")) {
            Locator box = dialog().getByRole(
                            AriaRole.CHECKBOX,
                            new Locator.GetByRoleOptions().setName(kept).setExact(true));
            box.click();
            assertThat(box).isChecked();
            assertThat(dialog()).containsText(Pattern.compile("Leaves .* of the .* in "));
        }
        took(4, "job 16");
    }

    /** Common practice: three layers at 20 a day each are 60 a day, with the same ad. */
    @Test
    void job12ThreeLayersWithTheSameAd() {
        plan("In layers, in keys", "In layers audience", "In layers creative", "20", "3 rows × 1 creative, 3 ads");
        assertThat(shape()).containsText(Pattern.compile("3 × 1, 3 ads.*£60.00"));
        launch(7);
        took(12, "job 12");
    }
}
