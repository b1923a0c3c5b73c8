package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.image.BufferedImage;
import java.io.IOException;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.junit.jupiter.api.Test;

/** Creatives shown and handed over: as a picture, light and dark, and as a PDF that others can read. */
class PreviewSheetIT extends SignedIn {
    private static BufferedImage saved() throws IOException {
        Download download = page.waitForDownload(() -> buyer.press("Save as PNG"));
        assertThat(download.suggestedFilename())
                .startsWith("Oddment & Thread, previews")
                .endsWith(".png");
        return ImageIO.read(download.path().toFile());
    }

    private static int light(BufferedImage image) {
        int rgb = image.getRGB(image.getWidth() / 2, 12);
        return (rgb >> 16 & 255) + (rgb >> 8 & 255) + (rgb & 255);
    }

    @Test
    void chosenCreativesAreHandedOverOnChosenPlacements() throws IOException {
        buyer.open("/c/oddment/creative/sheet");
        for (String creative : new String[] {"Darned sock, before", "Four ways to mend"}) {
            page.getByRole(AriaRole.CHECKBOX, new Page.GetByRoleOptions().setName(creative))
                    .click();
        }
        Locator sheet = page.locator("article.preview-sheet");
        assertThat(sheet.locator("section")).hasCount(2);
        assertThat(sheet).containsText("Mend it before the cold does");
        assertThat(page.locator(".head")).containsText("2 creatives on");
        // The choice is in the address: another page of it shows the same.
        page.waitForURL(url -> url.contains("of="));
        page.reload();
        assertThat(sheet.locator("section")).hasCount(2);
        page.waitForLoadState();

        BufferedImage day = saved();
        assertThat(day.getWidth()).isGreaterThan(1_200);
        page.getByText("Dark", new Page.GetByTextOptions().setExact(true)).click();
        assertThat(light(saved())).isLessThan(200);
        assertThat(light(day)).isGreaterThan(650);

        try (PDDocument pdf =
                Loader.loadPDF(page.pdf(new Page.PdfOptions().setFormat("A4").setPrintBackground(true)))) {
            String text = new PDFTextStripper().getText(pdf);
            assertThat(text)
                    .contains("Oddment & Thread")
                    .contains("Darned sock, before")
                    .contains("Four ways to mend")
                    .contains("Pick the hole, we send the mend.")
                    .doesNotContain("Save as PNG")
                    .doesNotContain("Customers say");
        }
    }
}
