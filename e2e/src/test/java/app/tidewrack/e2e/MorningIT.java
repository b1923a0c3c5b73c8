package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** A buyer's morning: all clients at once, by urgency or in an order of one's own, and from a line to its place. */
class MorningIT extends SignedIn {
    /** At 200 % of 1280 by 800. */
    private static final int ZOOMED_WIDTH = 640;

    private static final int ZOOMED_HEIGHT = 400;
    private static final int MOST_TABS = 60;

    private static Locator clients() {
        return page.locator(".morning-client");
    }

    private static Locator lines() {
        return page.locator(".morning-line");
    }

    @Test
    void aLineLeadsToItsPlaceAndTheChoiceIsThereOnTheWayBack() {
        buyer.open("/");
        assertThat(page.locator("h1")).hasText(Pattern.compile("What needs you: .*(now|today|soon)"));
        assertThat(clients().filter(new Locator.FilterOptions().setHasText("Oddment & Thread")))
                .containsText("live");
        assertThat(page.getByTestId("money-today").first()).containsText(Pattern.compile("[£€$]"));
        buyer.choose("Kind", "Tests to judge");
        assertThat(page).hasURL(Pattern.compile("kind=TEST"));
        assertThat(lines().first()).containsText(Pattern.compile("Test ready to judge|Broken test"));
        assertThat(lines().filter(new Locator.FilterOptions().setHasText("new lead")))
                .hasCount(0);
        lines().first().getByRole(AriaRole.LINK).click();
        assertThat(page.getByTestId("verdict")).isVisible();
        page.goBack();
        assertThat(page).hasURL(Pattern.compile("kind=TEST"));
        assertThat(lines().first()).containsText(Pattern.compile("Test ready to judge|Broken test"));
    }

    @Test
    void aLineIsHiddenHereAndAtTheDeskUntilItIsShownAgain() {
        buyer.open("/?kind=TEST");
        String head = lines().first().getByRole(AriaRole.LINK).innerText();
        Locator line = lines().filter(new Locator.FilterOptions().setHasText(head));
        line.hover();
        line.getByRole(AriaRole.BUTTON).click();
        assertThat(line).hasCount(0);
        page.getByText(Pattern.compile("Show \\d+ hidden line")).click();
        assertThat(line).hasCount(1);
        line.getByRole(AriaRole.BUTTON).click();
        page.reload();
        assertThat(line).hasCount(1);
        assertThat(line).not().hasClass(Pattern.compile("hidden"));
    }

    @Test
    void clientsStandInAnOrderOfOnesOwn() {
        buyer.open("/");
        assertThat(clients().nth(1)).isVisible();
        page.getByText("My order").click();
        String second = clients().nth(1).locator(".morning-who > a").innerText();
        buyer.press(second + " to the top");
        assertThat(clients().first()).containsText(second);
        page.reload();
        assertThat(clients().first()).containsText(second);
        page.getByText("Most urgent first").click();
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(second + " up")))
                .hasCount(0);
    }

    /** A line is reached and opened with the keyboard alone, and at twice the size nothing runs out of the page. */
    @Test
    void worksByKeyboardAndAtTwiceTheSize() {
        buyer.open("/");
        assertThat(lines().first()).isVisible();
        boolean there = false;
        for (int i = 0; i < MOST_TABS && !there; i++) {
            page.keyboard().press("Tab");
            there = Boolean.TRUE.equals(page.evaluate("document.activeElement.matches('.morning-line > a')"));
        }
        assertThat(there).as("a line within %d tabs", MOST_TABS).isTrue();
        page.keyboard().press("Enter");
        assertThat(page).hasURL(Pattern.compile("/c/"));
        page.setViewportSize(ZOOMED_WIDTH, ZOOMED_HEIGHT);
        buyer.open("/");
        assertThat(lines().first()).isVisible();
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .isLessThanOrEqualTo(ZOOMED_WIDTH);
        page.setViewportSize(2 * ZOOMED_WIDTH, 2 * ZOOMED_HEIGHT);
    }
}
