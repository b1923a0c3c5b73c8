package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;

/** What works: a mix ad's weak part is found, replaced and launched; more is made like what works; a film is looked through. */
class ShownWorksIT extends SignedIn {
    @Test
    void aMixAdsWeakPartIsReplacedAndBeginsAnew() {
        buyer.open("/c/oddment/results/works?way=mixes");
        Locator weak = page.getByTestId("mix-part")
                .filter(new Locator.FilterOptions().setHasText("Replace…"))
                .first();
        assertThat(weak).containsText(".jpg");
        String part = weak.locator(".works-value").innerText();
        weak.getByRole(AriaRole.BUTTON).click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText(part);
        dialog.getByLabel("What stands there instead").click();
        page.locator(".ant-select-dropdown:visible .ant-select-item-option")
                .first()
                .click();
        String launch = dialog.getByRole(AriaRole.LINK).getAttribute("href");
        buyer.press("Replace it");
        page.getByText("takes it over with the next launch").waitFor();

        buyer.open(launch);
        buyer.press("Launch 1 change…");
        buyer.press("Launch now");
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
        buyer.open("/c/oddment/results/works?way=mixes");
        assertThat(page.locator(".mix").first()).containsText("and later: before, it showed something else");
    }

    @Test
    void moreIsMadeLikeWhatWorks() {
        buyer.open("/c/oddment/results/works");
        page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("Headline"))
                .getByRole(AriaRole.BUTTON)
                .first()
                .click();
        assertThat(page.locator(".facts")).containsText("In the same rows and on the same days");
        buyer.press("Another picture or film…");
        assertThat(page.locator(".head h1")).containsText("other media");
        assertThat(page.getByLabel("Previews", new Page.GetByLabelOptions().setExact(true)))
                .containsText(Pattern.compile("No (picture|video) yet"));
    }

    @Test
    void aFilmIsLookedThrough() {
        buyer.open("/c/oddment/results/works?way=films");
        Locator film = page.getByRole(AriaRole.REGION, new Page.GetByRoleOptions().setName("three-stitches.mp4"));
        Locator curve = film.getByRole(AriaRole.SLIDER);
        assertThat(film).containsText("100 % still watching");
        curve.focus();
        for (int i = 0; i < 10; i++) {
            page.keyboard().press("ArrowRight");
        }
        assertThat(film).containsText("6.0 s");
        assertThat(film).not().containsText("100 % still watching");
    }
}
