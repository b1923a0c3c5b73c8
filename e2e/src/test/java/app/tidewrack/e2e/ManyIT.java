package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** Three pictures, four headlines and two bodies become 24 creatives on a sheet; a link is replaced in many and taken back. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class ManyIT extends SignedIn {
    @RegisterExtension
    static final InParts PARTS = new InParts();

    private static Locator phrases(String kind) {
        return page.locator(
                        "section",
                        new Page.LocatorOptions()
                                .setHas(page.locator("h3", new Page.LocatorOptions().setHasText(kind))))
                .locator(".ant-checkbox-wrapper");
    }

    @Test
    @Order(1)
    void mediaAndPhrasesAreCrossedOntoASheet() {
        buyer.open("/c/oddment/plan");
        buyer.startPlan("Crossed", "Traffic");
        page.getByText("Whom does this campaign talk to?").waitFor();

        buyer.open("/c/oddment/creative/many");
        for (String file : new String[] {"heel-close.jpg", "patch-grey.jpg", "wool-card.jpg"}) {
            page.locator(".shelf button[title^='%s']".formatted(file)).click();
        }
        for (int i = 0; i < 4; i++) {
            phrases("Headlines").nth(i).click();
        }
        for (int i = 0; i < 2; i++) {
            phrases("Bodies").nth(i).click();
        }
        buyer.choose("Call to action", "Shop");
        page.getByLabel("Link", new Page.GetByLabelOptions().setExact(true))
                .fill("https://oddmentandthread.example/crossed");
        assertThat(page.locator(".head")).containsText("3 media × 4 headlines × 2 bodies = 24 creatives");
        assertThat(page.locator(".contact-sheet figure")).hasCount(24);
        assertThat(page.locator(".contact-sheet")).containsText("heel-close H");
        buyer.press("Make 24 creatives");
        assertThat(page.locator(".contact-sheet .there")).hasCount(24);
        buyer.press("Put 24 creatives onto a sheet…");
        buyer.choose("Plan", "Crossed");
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Crossed");
        page.getByText("Each in a row of its own").click();
        buyer.press("Put 24 creatives there");
        page.locator(".sheet").waitFor();
        assertThat(page.locator(".head .note").first()).containsText("24");
        page.getByText("heel-close H").first().waitFor();
    }

    @Test
    @Order(2)
    void aLinkIsReplacedInManyAndTakenBack() {
        buyer.open("/c/oddment/creative/many");
        page.getByText("Replace", new Page.GetByTextOptions().setExact(true)).click();
        buyer.choose("What stands there", "https://oddmentandthread.example/crossed");
        page.getByLabel("What it becomes").fill("https://oddmentandthread.example/spring");
        assertThat(page.locator(".replaceable tbody tr")).hasCount(24);
        page.locator(".replaceable .ant-checkbox-wrapper").first().click();
        buyer.press("Replace in 23 creatives");
        assertThat(page.locator(".replaced")).containsText("Replaced in 23 creatives.");
        buyer.press("Take it back");
        assertThat(page.locator(".replaced")).containsText("23 creatives as before.");
    }
}
