package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Six pictures become a film with captions, a mark and its best moment first, that film an ad, and the ad is launched. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FilmsIT extends SignedIn {
    private static Locator shots() {
        return page.getByRole(AriaRole.LISTBOX, new Page.GetByRoleOptions().setName("Shots"))
                .getByRole(AriaRole.OPTION);
    }

    private static Locator exactly(String label) {
        return page.getByLabel(label, new Page.GetByLabelOptions().setExact(true));
    }

    @Test
    @Order(1)
    void sixPicturesBecomeAFilm() throws IOException {
        buyer.open("/c/oddment/creative/films");
        buyer.press("New film");
        exactly("Name of the film").fill("Six stitches");
        Path folder = Files.createTempDirectory("stitches");
        for (int i = 0; i < 6; i++) {
            Path file = folder.resolve("stitch-" + (i + 1) + ".png");
            Files.write(file, Buyer.picture(1080, i % 2 == 0 ? 1920 : 1350, Color.getHSBColor(i / 6f, 0.5f, 0.6f)));
            page.locator("#creative-media").setInputFiles(file);
            assertThat(shots()).hasCount(i + 1);
        }
        String[] words = {"A hole in the heel", "One needle", "Four wools", "Ten minutes", "A button back", "Warm again"
        };
        for (int i = 0; i < 6; i++) {
            shots().nth(i).click();
            exactly("Words over it").fill(words[i]);
        }
        page.getByText("closer", new Page.GetByTextOptions().setExact(true)).click();
        // The demo's mark is there from the beginning; the last picture is seen first.
        assertThat(exactly("Words of the mark")).hasValue("Oddment & Thread");
        buyer.press("Show a moment of it first");
        assertThat(shots()).hasCount(7);
        assertThat(page.locator(".film-preview")).containsText("of 0:19");
        assertThat(page.locator(".facts")).containsText("Jumpcut short-video feed");
        // However long the shelf is, the page itself stands still.
        assertThat((Boolean) page.evaluate("document.documentElement.scrollHeight <= window.innerHeight"))
                .isTrue();
        buyer.kept();
        buyer.press("Make it");
        assertThat(page.locator(".queue")).containsText("Six stitches");
        assertThat(page.locator(".made-film")).hasCount(1);
        assertThat(page.locator(".made-film")).containsText("0:19, 1080 × 1920 px");
    }

    @Test
    @Order(2)
    void aFrameOfItBecomesItsPoster() {
        buyer.press("Poster…");
        Locator moment = page.getByLabel("Moment");
        for (int i = 0; i < 30; i++) {
            moment.press("ArrowRight");
        }
        buyer.press("Take the picture at 0:03.0");
        assertThat(page.locator(".shelf [title^='Six stitches, at 3.0 s.jpg']")).hasCount(1);
    }

    @Test
    @Order(3)
    void theFilmIsLaunched() {
        buyer.press("Make a creative of it");
        assertThat(page.locator(".head")).containsText("Single video");
        buyer.choose("Call to action", "Shop");
        exactly("Body").fill("Mend it before the cold does.");
        exactly("Headline").fill("Warm again");
        exactly("Link").fill("https://oddmentandthread.example/kits");
        assertThat(page.locator(".facts")).containsText("Jumpcut short-video feed");
        buyer.kept();
        for (String account : List.of("oddmentjc", "oddmentdg")) {
            Map<String, String> what =
                    Map.of("client", "oddment", "account", account, "objective", "traffic", "creative", "Six stitches");
            assertThat(List.of(page.evaluate(FormatsIT.LAUNCH, what)))
                    .as(account)
                    .containsExactly("DONE");
        }
    }
}
