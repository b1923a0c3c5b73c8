package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.TimeoutError;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** Somebody who only reads a client goes through all its screens and presses whatever can be pressed: nothing there ends in a refusal. */
class ReadersIT {
    private static final List<String> SCREENS = List.of(
            "",
            "/brief",
            "/audiences",
            "/creative",
            "/creative/deck",
            "/creative/films",
            "/creative/write",
            "/creative/said",
            "/creative/posts",
            "/creative/many",
            "/forms",
            "/plan",
            "/launch",
            "/launch/sign-offs",
            "/results",
            "/results/tests",
            "/results/works",
            "/results/advice",
            "/rules/playbook",
            "/rules/ads",
            "/rules/codes",
            "/rules/elsewhere");

    /** What leads away from the screen, or out of the browser. */
    private static final Pattern LEADS_AWAY = Pattern.compile("(?i)print|sign out|pdf|png|csv|xlsx|json");

    private static final int MOST_PRESSED = 45;

    @Test
    void nothingThatIsOfferedIsRefused() {
        List<String> refused = new ArrayList<>();
        List<String> pressed = new ArrayList<>();
        try (Buyer reader = new Buyer()) {
            Page page = reader.page;
            reader.signIn("tove@withyandoar.example");
            page.onResponse(r -> {
                if (r.status() == 403) {
                    refused.add(r.request().method() + " " + r.url() + " after “" + last(pressed) + "”");
                }
            });
            for (String screen : SCREENS) {
                pressed.clear();
                String address = "/c/oddment" + screen;
                reader.open(address);
                page.locator(".columns, .empty, .morning").first().waitFor();
                page.waitForTimeout(400);
                pressAll(page, address, pressed);
            }
            reader.open("/c/oddment/plan");
            page.locator(".cell").first().waitFor();
            page.locator(".cell").first().click();
            for (String key : List.of("d", "s", "x", "l", "m", "Delete", "Control+z", "Enter", "r")) {
                page.locator(".sheet").press(key);
                page.keyboard().press("Escape");
            }
            assertThat(page.locator(".head")).containsText("You read this client");
        }
        assertThat(refused).isEmpty();
    }

    private static String last(List<String> pressed) {
        return pressed.isEmpty() ? "" : pressed.get(pressed.size() - 1);
    }

    /** Each button by its place, looked for anew after each, since what it does may change which there are. */
    private static void pressAll(Page page, String address, List<String> pressed) {
        for (int i = 0; i < MOST_PRESSED; i++) {
            Locator buttons = page.locator(
                    "main button:visible:enabled, .head button:visible:enabled, .facts button:visible:enabled,"
                            + " .foot button:visible:enabled");
            // What still comes would take the place of what was counted.
            assertThat(page.locator("[aria-busy=true]")).hasCount(0);
            List<String> names = buttons.allInnerTexts();
            if (i >= names.size()) {
                return;
            }
            Locator button = buttons.nth(i);
            String name = names.get(i).strip();
            if (LEADS_AWAY.matcher(name).find()) {
                continue;
            }
            pressed.add(name);
            try {
                button.click(new Locator.ClickOptions().setTimeout(1_500).setForce(true));
            } catch (TimeoutError e) {
                // What went away meanwhile is offered no more.
                if (buttons.count() > i) {
                    throw e;
                }
            }
            page.keyboard().press("Escape");
            if (!page.url().endsWith(address)) {
                page.navigate(Installation.URL + address);
                page.locator(".columns, .empty, .morning").first().waitFor();
            }
        }
    }
}
