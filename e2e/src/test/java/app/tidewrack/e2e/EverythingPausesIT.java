package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Everything of a client is paused at once, seen on the sheet, and let run on. */
class EverythingPausesIT {
    @Test
    void everythingOfAClientIsPausedAndRunsOn() {
        try (Buyer buyer = new Buyer()) {
            Page page = buyer.page;
            buyer.signIn("ines@withyandoar.example");
            buyer.open("/c/oddment");
            buyer.press("Pause everything…");
            Locator campaigns = page.getByLabel("Campaigns on networks");
            assertThat(campaigns).containsText("running");
            buyer.press("Pause everything now");
            assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Everything is paused");
            assertThat(campaigns).not().containsText(Pattern.compile("running|being told"));
            page.keyboard().press("Escape");
            assertThat(page.locator("table.lines").first()).containsText("paused");
            page.getByRole(AriaRole.MAIN)
                    .locator("table.lines tr", new Locator.LocatorOptions().setHasText("paused"))
                    .first()
                    .getByRole(AriaRole.LINK)
                    .click();
            page.locator(".sheet").waitFor();
            buyer.lens("Review");
            assertThat(page.locator(".cell.review", new Page.LocatorOptions().setHasText("paused"))
                            .first())
                    .isVisible();
            buyer.open("/c/oddment");
            page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(Pattern.compile("campaigns? paused")))
                    .click();
            buyer.press("Let all run on");
            assertThat(campaigns).not().containsText(Pattern.compile("paused|being told"));
        }
    }
}
