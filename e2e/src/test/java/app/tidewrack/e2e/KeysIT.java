package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** Keys do what whoever presses them means: on the sheet while it has the focus, in a dialog what the dialog is for. */
class KeysIT extends SignedIn {
    /** Between the work and the list of things beside it: what stands at the head. */
    private static final int MOST_STOPS = 12;

    private static Calls calls;
    private static Calls.Sheet sheet;

    @BeforeAll
    static void twoSheets() throws Exception {
        calls = new Calls(Installation.URL, "ines@withyandoar.example");
        sheet = calls.sheet("oddmenths", "Keys", 2, 1, "6");
        calls.edit(
                sheet, 3, Map.of("kind", "campaignCopy", "campaignId", sheet.campaignId(), "accountId", "oddmenths"));
    }

    @BeforeEach
    void open() {
        buyer.open("/c/oddment/plan/" + sheet.planId() + "/" + sheet.campaignId());
        rows(2);
    }

    private static Locator shape() {
        return page.locator(".head .note");
    }

    private static void rows(int count) {
        assertThat(shape()).containsText(Pattern.compile("\\b" + count + " × 1"));
    }

    private static Locator dialog() {
        return page.getByRole(AriaRole.DIALOG).last();
    }

    /** A letter once acted wherever the eye was: ads went off while something else was meant. */
    @Test
    void lettersActOnTheSheetOnly() {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Launch…"))
                .focus();
        page.keyboard().press("d");
        page.keyboard().press("x");
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        buyer.key("d");
        buyer.kept();
        rows(3);
        buyer.key("Control+z");
        buyer.kept();
        rows(2);

        buyer.key("?");
        page.getByLabel("Single letters act on the sheet").click();
        dialog().getByLabel("Close").last().click();
        buyer.key("d");
        buyer.key("ArrowDown");
        assertThat(page.locator("#cell-1-0")).hasAttribute("aria-selected", "true");
        rows(2);
        page.locator(".foot")
                .getByText("keys", new Locator.GetByTextOptions().setExact(true))
                .last()
                .click();
        page.getByLabel("Single letters act on the sheet").click();
        dialog().getByLabel("Close").last().click();
        buyer.key("s");
        assertThat(dialog()).containsText("Split");
        page.keyboard().press("Escape");
    }

    /** What is typed while a dialog opens does not act on the sheet; the dialog begins in its search. */
    @Test
    void aDialogBeginsInItsSearchAndAsksBeforeItIsLeft() {
        page.getByText("Add…").click();
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Add audiences as rows"))
                .click();
        page.keyboard().type("everybody");
        assertThat(dialog().getByLabel("Find by name")).hasValue("everybody");
        rows(2);
        dialog().getByLabel("Find by name").fill("Keys audience 1");
        dialog().getByRole(AriaRole.CHECKBOX).first().check();
        page.keyboard().press("Escape");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Go on"))
                .click();
        assertThat(page.getByText("It is not kept.")).hasCount(0);
        assertThat(dialog().getByRole(AriaRole.CHECKBOX).first()).isFocused();
        assertThat(dialog()).containsText("Add 1 row");
        page.keyboard().press("Escape");
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Leave it"))
                .click();
        assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
        // The sheet has the focus again, and its keys.
        assertThat(page.locator(".sheet")).isFocused();
        rows(2);
    }

    /** Undo takes back what was done on the sheet in sight, not what was done last on another. */
    @Test
    void undoIsBySheet() {
        buyer.key("d");
        buyer.kept();
        rows(3);
        page.getByText("Keys on Hearthside GBP").first().click();
        rows(2);
        buyer.key("d");
        buyer.kept();
        rows(3);
        page.locator(".things")
                .getByText("Keys", new Locator.GetByTextOptions().setExact(true))
                .last()
                .click();
        assertThat(page.locator(".things .thing.on b")).hasText("Keys");
        rows(3);
        buyer.key("Control+z");
        buyer.kept();
        rows(2);
        page.getByText("Keys on Hearthside GBP").first().click();
        rows(3);
        buyer.key("Control+z");
        buyer.kept();
        rows(2);
    }

    /** What Chromium tells a screen reader of the sheet: how large it is, and each ad with its row, its creative, its money and what was found. */
    @Test
    void theSheetIsReadCellByCell() {
        page.locator("#cell-0-0").waitFor();
        page.locator(".sheet").focus();
        buyer.key("ArrowDown");
        CDPSession devtools = page.context().newCDPSession(page);
        JsonArray told = devtools.send("Accessibility.getFullAXTree").getAsJsonArray("nodes");
        List<String> read = new ArrayList<>();
        for (JsonElement node : told) {
            JsonObject n = node.getAsJsonObject();
            if (!n.get("ignored").getAsBoolean() && n.has("name")) {
                read.add(n.getAsJsonObject("role").get("value").getAsString() + " "
                        + n.getAsJsonObject("name").get("value").getAsString());
            }
        }
        assertThat(read)
                .as("read")
                .contains("grid Sheet of Keys", "columnheader Audience rows, one ad group each")
                .anyMatch(r -> r.matches("gridcell Keys audience \\d[^,]*, Keys creative 1, £6.00.*"))
                .anyMatch(r -> r.startsWith("rowheader Keys audience"));
        assertThat(page.locator(".sheet").getAttribute("aria-activedescendant")).isEqualTo("cell-1-0");
        assertThat(page.locator("#cell-1-0").getAttribute("aria-colindex")).isEqualTo("2");
        assertThat(page.locator(".sheet [role=row]:has(#cell-1-0)").getAttribute("aria-rowindex"))
                .isEqualTo("3");
        devtools.detach();
    }

    @Test
    void theFirstStopGoesPastWhatStandsOnEveryScreen() {
        buyer.open("/c/oddment/audiences");
        page.locator(".thing").first().waitFor();
        page.keyboard().press("Tab");
        assertThat(page.getByText("Skip to the work")).isFocused();
        page.keyboard().press("Enter");
        assertThat(page.locator("#work")).isFocused();
        assertThat(page).hasTitle("Audiences · Oddment & Thread · Tidewrack");
        // The list of things is one stop, through which arrows go.
        for (int stop = 0;
                stop < MOST_STOPS && page.locator(".things .thing:focus").count() == 0;
                stop++) {
            page.keyboard().press("Shift+Tab");
        }
        assertThat(page.locator(".things .thing:not([tabindex='-1'])")).hasCount(1);
        String first = page.locator(".things .thing:focus").innerText();
        page.keyboard().press("ArrowDown");
        assertThat(page.locator(".things .thing:focus").innerText()).isNotEqualTo(first);
    }

    /** From the door to the network without a mouse: the campaign is found, a row gets other money, which is told, and it is launched. */
    @Test
    void aCampaignIsLaunchedByKeysAlone() throws Exception {
        calls.sheet("oddmenths", "By keys", 1, 1, "6");
        Page door = buyer.another();
        Keyboard keys = door.keyboard();
        door.navigate(Installation.URL + "/signin");
        assertThat(door.getByLabel("E-mail")).isFocused();
        int pressed = 0;
        keys.type("ines@withyandoar.example");
        pressed += press(keys, "Tab");
        keys.type("mend-the-sail");
        pressed += press(keys, "Enter");
        door.locator(".morning-line").first().waitFor();
        pressed += press(keys, "Control+k");
        assertThat(door.locator("[cmdk-input]")).isFocused();
        keys.type("By keys (");
        door.locator("[cmdk-item][data-selected=true]", new Page.LocatorOptions().setHasText("By keys"))
                .waitFor();
        pressed += press(keys, "Enter");
        assertThat(door.locator(".sheet")).isFocused();
        pressed += press(keys, "Enter");
        keys.type("+2");
        pressed += press(keys, "Enter");
        assertThat(door.getByTestId("told")).containsText("Kept: ");
        assertThat(door.getByTestId("money-0")).containsText("£8.00");
        pressed += press(keys, "Control+Enter");
        Locator launch = door.getByRole(
                AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("Launch \\d+ changes…")));
        assertThat(launch).isFocused();
        pressed += press(keys, "Enter");
        assertThat(door.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Launch now")))
                .isFocused();
        pressed += press(keys, "Enter");
        assertThat(door.locator("body")).containsText("everything is on the network");
        assertThat(pressed).as("keys beside what is typed").isLessThanOrEqualTo(9);
        System.out.printf("Launched by %d keys beside 4 fields%n", pressed);
        door.close();
    }

    private static int press(Keyboard keys, String... pressed) {
        for (String key : pressed) {
            keys.press(key);
        }
        return pressed.length;
    }
}
