package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import org.junit.jupiter.api.Test;

/** A post that did well for its age becomes an ad with its own money; another is proposed by a rule. Of two clients: other journeys spend one’s limit. */
class PostsIT extends SignedIn {
    private static final String GOOD = "Tretten sæler på én sandbanke";

    private static Locator line(String text) {
        return page.getByRole(AriaRole.TABLE, new Page.GetByRoleOptions().setName("Posts"))
                .locator("tbody tr", new Locator.LocatorOptions().setHasText(text));
    }

    @Test
    void aPostThatDidWellIsTakenAndLaunched() {
        buyer.open("/c/saltmarsh/plan");
        buyer.startPlan("Posts that did well", "Engagement");
        page.getByText("Whom does this campaign talk to?").waitFor();

        Effort effort = Effort.on(page);
        buyer.open("/c/saltmarsh/creative/posts");
        assertThat(line(GOOD)).containsText("×");
        effort.taken();
        line(GOOD).getByRole(AriaRole.CHECKBOX).check();
        assertThat(page.locator(".facts")).containsText("Views by age");
        buyer.press("Take 1 post as ads…");
        page.getByText("Put 1 creative onto a sheet").waitFor();
        // Onto the sheet that was looked at last.
        assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Posts that did well");
        assertThat(page.getByLabel("Money of each row")).isFocused();
        page.keyboard().type("15");
        page.keyboard().press("Enter");
        page.locator(".sheet").waitFor();
        assertThat(page.locator(".sheet")).containsText("€15.00");
        effort.took(4, "job 21");

        buyer.rail("Launch");
        page.locator(".head").getByText("Posts that did well").first().waitFor();
        buyer.press("Launch 3 changes…");
        buyer.press("Launch now");
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
        buyer.open("/c/saltmarsh/creative/posts");
        assertThat(line(GOOD)).containsText("an ad’s");
    }

    /** What a rule proposes stands on the desk and in the list until it is set aside; rules are added where they are read. */
    @Test
    void whatARuleProposesIsSetAside() {
        buyer.open("/c/oddment/creative/posts");
        buyer.press("Rules, ");
        page.getByLabel("Times the usual").fill("1.5");
        page.getByLabel("Least hours").fill("1");
        page.getByLabel("Most days").fill("90");
        buyer.press("Add this rule");
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("All accounts: 1.5 × the usual views, 1 h to 90 days old");
        page.keyboard().press("Escape");
        Locator proposed = line("proposed").first();
        String text = proposed.locator(".post-words").innerText();
        proposed.click();
        buyer.press("Set aside");
        assertThat(line(text)).containsText("set aside");
        buyer.open("/c/oddment");
        assertThat(page.getByTestId("needs")).containsText("A post did well for its age");
    }
}
