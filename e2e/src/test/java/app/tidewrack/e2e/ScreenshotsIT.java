package app.tidewrack.e2e;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/** Takes the pictures in docs/screenshots from the demo as it is after loading; run by {@code ./tidewrack shots}. */
@EnabledIfSystemProperty(named = "tidewrack.shots", matches = ".+")
class ScreenshotsIT {
    private final Path folder = Path.of(System.getProperty("tidewrack.shots", ""));

    @Test
    void takesOneOfEachView() {
        try (Buyer buyer = new Buyer()) {
            Page page = buyer.page;
            page.navigate(Installation.URL + "/signin");
            page.getByLabel("E-mail").waitFor();
            buyer.signIn("ines@withyandoar.example");
            page.locator(".morning-line").first().waitFor();
            take(page, "morning");
            buyer.open("/agency/people");
            page.getByText("Tove Albrecht").click();
            page.locator(".facts h2").waitFor();
            take(page, "people");
            buyer.open("/c/oddment");
            page.getByText(Pattern.compile("Needs you today, \\d")).waitFor();
            take(page, "desk");
            link(page, "Kits, find buyers");
            page.locator("#cell-1-1").click();
            page.getByTestId("expected-short").waitFor();
            take(page, "sheet-structure");
            buyer.lens("Results");
            page.locator(".cell.result").first().waitFor();
            take(page, "sheet-results");
            buyer.rail("Results");
            page.locator("canvas").waitFor();
            take(page, "results");
            buyer.rail("Audiences");
            page.locator(".thing", new Page.LocatorOptions().setHasText("Menders near"))
                    .click();
            page.locator(".step .told").nth(3).waitFor();
            take(page, "audience");
            buyer.rail("Brief");
            page.locator(".account-line").first().waitFor();
            take(page, "brief");
            buyer.rail("Creative");
            thing(page, "Darned sock, before");
            take(page, "creative");
            buyer.open("/c/oddment/creative/films");
            page.locator(".thing", new Page.LocatorOptions().setHasText("Before the frost"))
                    .click();
            page.locator(".film-preview").waitFor();
            take(page, "film");
            buyer.open("/c/oddment/creative/posts");
            page.locator(".post-state").first().waitFor();
            take(page, "posts");
            buyer.open("/c/oddment/results/works?way=mixes");
            page.getByTestId("mix-part").first().waitFor();
            take(page, "works");
            buyer.open("/c/oddment/results/tests");
            page.getByTestId("verdict").waitFor();
            take(page, "test");
            buyer.open("/c/oddment/results/advice");
            page.getByTestId("why").waitFor();
            take(page, "advice");
            buyer.rail("Forms");
            thing(page, "Mending evening");
            take(page, "form");
            buyer.open("/c/oddment/forms/leads");
            page.locator(".lead").nth(8).waitFor();
            take(page, "leads");
            buyer.open("/c/oddment");
            link(page, "Moths, spring cold test");
            page.locator(".sheet").waitFor();
            buyer.rail("Launch");
            page.locator("[aria-label='Change list'] .AD").first().click();
            take(page, "launch");
            buyer.press("Send it for sign-off");
            page.getByLabel("Note", new Page.GetByLabelOptions().setExact(true))
                    .fill("The spring sheet: small money in the first week, then we look again.");
            buyer.press("Send");
            page.locator(".signed-changes tr.go").nth(2).click();
            page.getByLabel("Comment", new Page.GetByLabelOptions().setExact(true))
                    .fill("Is three pounds a day not too little to learn from?");
            page.getByRole(
                            AriaRole.BUTTON,
                            new Page.GetByRoleOptions().setName("Comment").setExact(true))
                    .last()
                    .click();
            page.locator(".remark-thread").waitFor();
            take(page, "signoff");
            buyer.rail("Rules");
            page.locator(".tried-list .mono").first().waitFor();
            take(page, "rules");
        }
    }

    private static void thing(Page page, String name) {
        page.locator(".thing", new Page.LocatorOptions().setHasText(name))
                .first()
                .click();
        page.locator(".head h1", new Page.LocatorOptions().setHasText(name)).waitFor();
    }

    private static void link(Page page, String name) {
        page.getByRole(AriaRole.MAIN)
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName(name))
                .click();
        page.locator(".sheet").waitFor();
    }

    private void take(Page page, String name) {
        page.waitForLoadState();
        // Pictures, fonts and queries under way come in; nothing on these screens moves by itself.
        page.waitForTimeout(900);
        page.screenshot(new Page.ScreenshotOptions().setPath(folder.resolve(name + ".png")));
    }
}
