package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import org.junit.jupiter.api.Test;

/** What people see and fill in: videos made to fit, mixes browsed, forms and chats tried, leads worked. */
class CreativeIT extends SignedIn {
    private static Locator verdict(String placement) {
        return page.locator(".verdict", new Page.LocatorOptions().setHasText(placement));
    }

    /** A film lying down in a container that is not taken is refused with the reason, and made to fit with one click. */
    @Test
    void aVideoInAWrongContainerIsMadeToFit() {
        buyer.open("oddment", "creative", "Darned sock, the film");
        assertThat(page.locator(".facts")).containsText("M4V · 1280 × 720 px");
        Locator jumpcut = verdict("Jumpcut short-video feed");
        assertThat(jumpcut).containsText("Media wrong kind of file: M4V; MP4 or MOV.");
        assertThat(jumpcut).containsText("1280 × 720 px (1.78:1); 9:16");
        jumpcut.getByText("Pad to 1280 × 2276 (9:16), save as MP4").click();
        assertThat(page.locator(".facts")).containsText("sock-before, 9x16.mp4");
        assertThat(page.locator(".facts")).containsText("MP4 · 1280 × 2276 px");
        assertThat(jumpcut).containsText("all that is there fits");
        buyer.kept();
    }

    /** A square picture for stories: told that it does not fit, set on a ground of their shape with one click, and then fits. */
    @Test
    void aPictureIsMadeToFit() {
        buyer.open("saltmarsh", "creative", "Morning boat");
        Locator stories = verdict("Hearthside stories");
        assertThat(stories).containsText("1080 × 1080 px (1.00:1); 9:16");
        stories.getByText("Pad to 1080 × 1920 (9:16)").click();
        assertThat(page.locator(".facts")).containsText("morning-boat, 9x16.jpg");
        assertThat(stories).containsText("all that is there fits");
        buyer.kept();
    }

    /** The box of a crop is moved before it is cut, and fields that text touches are marked by hand (common practice: 5 × 5). */
    @Test
    void aCropIsMovedAndTextIsMarked() {
        buyer.open("oddment", "creative", "A place at the mending table");
        Locator grid = page.locator(".text-grid");
        assertThat(grid).containsText("Text touches 0 of 25 fields");
        grid.getByText("Correct it").click();
        for (int column = 1; column <= 5; column++) {
            page.getByLabel("Row 2, column " + column).click();
        }
        assertThat(grid).containsText("5 of 25 fields, 20 %");
        page.getByLabel("Row 3, column 1").click();
        assertThat(grid).containsText("6 of 25 fields, 24 %, as marked. Over 20 % may show to fewer.");
        Locator askwell = verdict("Askwell home feed");
        askwell.getByText("adjust").click();
        Locator box = page.getByLabel("Box that is kept");
        assertThat(box).hasAttribute("aria-valuetext", "0 px from the left, 257 px from above");
        box.press("Shift+ArrowDown");
        box.press("ArrowDown");
        assertThat(box).hasAttribute("aria-valuetext", "0 px from the left, 317 px from above");
        buyer.press("Crop to 1080 × 565 (1.91:1)");
        assertThat(page.locator(".facts")).containsText("JPEG · 1080 × 565 px");
        assertThat(askwell).containsText("all that is there fits");
        buyer.kept();
    }

    /** Common practice: 3 × 3 × 3 × 2 × 2 is 108, and a mix cannot tell its pairs apart. */
    @Test
    void aMixIsBrowsed() {
        buyer.open("oddment", "creative", "Kits, mixed by the network");
        Locator mix = page.locator(".combinations");
        assertThat(mix).containsText("108 combinations");
        assertThat(mix)
                .containsText("3 pictures or videos × 3 bodies × 3 headlines × 2 descriptions × 2 calls to action");
        assertThat(mix.locator(".rules-out")).containsText("results come by part, by pair only from a detailed report");
        assertThat(mix.locator(".rules-out")).containsText("not for");
        Locator act = page.locator(".previews .act").first();
        assertThat(act).hasText("Shop");
        mix.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName("Next"))
                .click();
        assertThat(act).hasText("Learn more");
        page.getByLabel("Combination", new Page.GetByLabelOptions().setExact(true))
                .fill("108");
        assertThat(page.getByTestId("preview-headline")).hasText("Four wools, one needle");
        assertThat(page.getByTestId("preview-body")).containsText("Every button you ever lost");
        assertThat(verdict("Hearthside side rail")).containsText("shows 24 combinations");
    }

    @Test
    void aFormIsBuiltAndFilledIn() {
        buyer.open("/c/copperline/forms");
        buyer.press("New form, chat or message");
        page.getByRole(AriaRole.MENUITEM, new Page.GetByRoleOptions().setName("Lead form"))
                .click();
        assertThat(page.locator(".head h1")).hasText("New form");
        fill("Name", "Collection round");
        fill("Heading", "When may we collect?");
        assertThat(page.getByLabel("Privacy link")).hasValue("https://copperline.example/privacy");
        fill("Privacy link", "");
        assertThat(verdict("Guildrow")).containsText("The privacy link: empty; takes a link.");
        fill("Privacy link", "https://copperline.example/privacy");
        // It asks who somebody is as the form before it did, which is taken there.
        buyer.choose("Add a ready question", "Full name");
        assertThat(verdict("Guildrow")).containsText("full name; takes one of its 9 ready questions");
        page.getByLabel("Take out Full name").click();
        buyer.choose("Add a ready question", "Company");
        buyer.press("Ask your own");
        fill("Own question 5", "How many gauges?");
        assertThat(verdict("Guildrow")).containsText("% of openers expected to send");
        page.locator("#form-completion-text").fill("We ring before we come.");
        Locator phone = page.getByLabel("Filled in on a phone");
        press(phone, "Begin");
        press(phone, "Send");
        assertThat(phone.getByText("This is needed.")).hasCount(5);
        phone.getByLabel("E-mail").fill("wilma");
        press(phone, "Send");
        assertThat(phone).containsText("An e-mail address has a name, an @ and a site.");
        phone.getByLabel("E-mail").fill("wilma@example.com");
        phone.getByLabel("First name").fill("Wilma");
        phone.getByLabel("Last name").fill("Brack");
        phone.getByLabel("Company").fill("<b>Brackwater</b>");
        phone.getByLabel("How many gauges?").fill("12");
        press(phone, "Send");
        assertThat(phone).containsText("We ring before we come.");
        buyer.kept();
    }

    private static void fill(String label, String text) {
        page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).fill(text);
    }

    private static void press(Locator within, String button) {
        within.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(button))
                .click();
    }

    /** A greeting names the person, and falls back when there is no name; the chat answers. */
    @Test
    void aGreetingFallsBack() {
        buyer.open("oddment", "forms", "Ask a mender");
        fill("Greeting", "Good day {first-name|to you}, what has a hole in it?");
        Locator chat = page.getByLabel("Chat preview");
        assertThat(chat).containsText("Good day Wilma, what has a hole");
        page.locator(".form-previews").getByText("Not known").click();
        assertThat(chat).containsText("Good day to you, what has a hole");
        press(chat, "Socks");
        assertThat(chat).containsText("Then the darning card is yours");
        fill("Greeting", "Good day {name}");
        assertThat(verdict("Hearthside")).containsText("{name}; takes {city|…} or {first-name|…}");
        fill("Greeting", "Good day {first-name|to you}, what has a hole in it?");
        assertThat(verdict("Hearthside")).not().containsText("{name}");
        buyer.kept();
    }

    /** Leads go to the address that is given, signed; a private one that nobody allowed is refused with the way out. */
    @Test
    void leadsAreSentOn() {
        buyer.open("/c/oddment/forms/leads");
        buyer.press("Send on…");
        Locator webhook = page.locator(".webhook");
        assertThat(webhook.locator("tr").first()).containsText("answered 200");
        Locator address = page.getByLabel("Address that leads are sent to");
        String receiver = address.inputValue();
        address.fill("https://10.0.0.8/leads");
        buyer.press("Send there");
        assertThat(page.locator(".ant-message"))
                .containsText("10.0.0.8 is a private address, which leads are not sent to. Give a public one");
        address.fill(receiver + "-2");
        buyer.press("Send there");
        assertThat(webhook.locator(".secret")).containsText("The secret, shown this once:");
        page.reload();
        buyer.press("Send on…");
        assertThat(address).hasValue(receiver + "-2");
        assertThat(webhook.locator(".secret")).hasCount(0);
    }

    @Test
    void leadsAreWorkedExportedAndErased() throws IOException {
        buyer.open("/c/oddment/forms/leads");
        Locator lead = page.locator(".lead", new Page.LocatorOptions().setHasText("Mending evening"))
                .first();
        lead.click();
        String name = lead.locator("b").innerText();
        assertThat(page.locator(".facts h2")).hasText(name);
        buyer.choose("State of the lead", "Contacted");
        assertThat(lead).containsText("Contacted");
        page.getByLabel("Note on the lead").fill("=HYPERLINK(\"x\") rings back");
        page.getByLabel("Note on the lead").blur();
        buyer.choose("State", "Contacted");
        assertThat(page.locator(".lead")).hasCount(1);
        Download download = page.waitForDownload(
                () -> page.getByRole(AriaRole.LINK, new Page.GetByRoleOptions().setName("Export CSV"))
                        .click());
        String csv = Files.readString(download.path(), StandardCharsets.UTF_8);
        assertThat(csv).startsWith("\uFEFFcame at,state,form,ad,").contains("What will you bring?");
        assertThat(csv).contains("\"'=HYPERLINK(\"\"x\"\") rings back\"").contains(name);
        page.getByText("Erase this person…").click();
        buyer.press("Erase");
        assertThat(page.locator(".work .empty")).containsText("No lead like that");
    }
}
