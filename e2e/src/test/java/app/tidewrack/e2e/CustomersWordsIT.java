package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** From what customers say to ads on a sheet, copy written in a frame, and a picture that says too much. */
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class CustomersWordsIT extends SignedIn {
    /** As they came into the copy deck. */
    private static final List<String> HEADLINES = new ArrayList<>();

    /** Sixty guests, each named and with an address, who say three things; a third each. */
    private static String reviews() {
        StringBuilder csv = new StringBuilder("Date,Guest,Stars,Review\n");
        String[] say = {
            "The night boat was too late for the last bus",
            "The cabin was cold and the blanket was thin",
            "Parking at the harbour costs too much"
        };
        for (int i = 0; i < 60; i++) {
            csv.append("2027-02-%02d,Ottilie Vanstone%d,%d,\"%s, trip %d. Mail ottilie%d@mail.example\"%n"
                    .formatted(1 + i % 28, i, 1 + i % 2, say[i % 3], i, i));
        }
        return csv.toString();
    }

    private static Locator phrase(String words) {
        return page.getByRole(AriaRole.OPTION)
                .filter(new Locator.FilterOptions().setHasText(words))
                .first();
    }

    @Test
    @Order(1)
    void reviewsBecomeThreeHeadlines() throws IOException {
        buyer.open("/c/saltmarsh/creative/said");
        assertThat(page.locator(".work")).containsText("Nothing taken in yet");
        buyer.press("Take in…");
        Path file = Files.createTempDirectory("reviews").resolve("guests.csv");
        Files.writeString(file, reviews());
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        dialog.locator("input[type=file]").setInputFiles(file);
        assertThat(dialog).containsText("The night boat was too late");
        assertThat(page.getByLabel("Name of the collection")).hasValue("guests");
        buyer.press("Take it in");
        phrase("night boat").waitFor();
        assertThat(page.locator(".work")).containsText("60 English");
        assertThat(page.locator(".work")).not().containsText("Ottilie");
        phrase("boat").click();
        assertThat(page.locator(".facts")).containsText("20 people as pain");
        assertThat(page.locator(".facts")).not().containsText("mail.example");
        for (String words : new String[] {"boat", "cabin", "harbour"}) {
            phrase(words).click();
            phrase(words).press("h");
            assertThat(phrase(words)).containsText("in deck");
        }
        buyer.press("Copy deck");
        assertThat(page.locator(".phrase-source")).hasCount(3);
        assertThat(page.locator(".phrase-source").first()).containsText("which 20 people say");
        Locator texts = page.locator(".phrase-line", new Page.LocatorOptions().setHas(page.locator(".phrase-source")))
                .locator("textarea:not([aria-hidden])");
        for (int i = 0; i < 3; i++) {
            HEADLINES.add(texts.nth(i).inputValue());
        }
    }

    @Test
    @Order(2)
    void threeHeadlinesBecomeThreeColumnsOfASheet() {
        buyer.open("saltmarsh", "creative", "Morning boat");
        buyer.press("Vary one part…");
        for (String headline : HEADLINES) {
            page.getByLabel("Values").fill(headline);
            page.locator(".ant-select-dropdown:visible .ant-select-item-option")
                    .filter(new Locator.FilterOptions().setHasText(headline))
                    .last()
                    .click();
        }
        page.keyboard().press("Escape");
        buyer.press("Make 3 creatives");
        assertThat(page.locator(".ant-message")).containsText("3 creatives made; each differs in its headline alone.");

        buyer.open("/c/saltmarsh/plan");
        buyer.startPlan("What guests say", "Traffic");
        page.getByText("Whom does this campaign talk to?").waitFor();
        buyer.press("Add audiences as rows");
        Locator dialog = page.getByRole(AriaRole.DIALOG).last();
        dialog.getByRole(AriaRole.CHECKBOX).first().check();
        buyer.press("Add 1");
        buyer.press("Add creatives as columns");
        Locator creatives = page.getByRole(AriaRole.DIALOG).last();
        for (String headline : HEADLINES) {
            creatives
                    .locator(".ant-checkbox-wrapper")
                    .filter(new Locator.FilterOptions().setHasText(headline))
                    .click();
        }
        buyer.press("Add 3");
        page.locator(".sheet").waitFor();
        assertThat(page.locator(".head .note").first()).containsText("3");
        buyer.kept();
    }

    @Test
    @Order(3)
    void copyIsWrittenInAFrameWithWhatCustomersSay() {
        buyer.open("/c/saltmarsh/creative/write");
        page.locator(".frame-card", new Page.LocatorOptions().setHasText("Problem, agitate, solve"))
                .locator("button.plain")
                .click();
        page.getByLabel("Problem", new Page.GetByLabelOptions().setExact(true)).click();
        page.locator(".said-beside button")
                .filter(new Locator.FilterOptions().setHasText("boat"))
                .first()
                .click();
        assertThat(page.getByLabel("Problem", new Page.GetByLabelOptions().setExact(true)))
                .hasValue(Pattern.compile(".*boat.*"));
        page.getByLabel("Agitate", new Page.GetByLabelOptions().setExact(true))
                .fill("You stand in the rain. Guaranteed.");
        Locator says = page.locator(".part-says");
        assertThat(says.nth(1)).containsText("would refuse it. The copy promises a result: “Guaranteed”");
        page.getByLabel("Agitate", new Page.GetByLabelOptions().setExact(true))
                .fill("You stand in the raiin at night.");
        says.nth(1).getByText("“raiin” is spelled wrongly").click();
        page.getByRole(
                        AriaRole.MENUITEM,
                        new Page.GetByRoleOptions().setName("rain").setExact(true))
                .click();
        assertThat(page.getByLabel("Agitate", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("You stand in the rain at night.");
        page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true)).fill("A bus waits for every boat");
        assertThat(says.nth(3)).containsText("26 characters");
        assertThat(page.locator(".whole")).containsText("by Flesch");
        buyer.press("Into the copy deck");
        assertThat(page.locator(".ant-message")).containsText("In the copy deck as B");
        buyer.kept();
        page.reload();
        assertThat(page.getByLabel("Headline", new Page.GetByLabelOptions().setExact(true)))
                .hasValue("A bus waits for every boat");
    }

    /** Common practice: text over more than 20 % of a picture may show to fewer; it is told as the picture is taken in. */
    @Test
    @Order(4)
    void aTooWordyPictureIsToldAtUpload() throws IOException {
        BufferedImage poster = new BufferedImage(1080, 1080, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = poster.createGraphics();
        graphics.setColor(new Color(0x2b5d51));
        graphics.fillRect(0, 0, 1080, 1080);
        graphics.setColor(Color.WHITE);
        graphics.setFont(new Font("DejaVu Sans", Font.BOLD, 70));
        for (int line = 0; line < 4; line++) {
            graphics.drawString("Back home for supper", 60, 200 + 216 * line);
        }
        graphics.dispose();
        ByteArrayOutputStream png = new ByteArrayOutputStream();
        ImageIO.write(poster, "PNG", png);
        buyer.open("/c/saltmarsh/creative");
        page.locator(".thing.with-thumb").first().waitFor();
        buyer.press("New creative");
        assertThat(page.locator(".head h1")).hasText("New creative");
        buyer.upload("supper.png", png.toByteArray());
        assertThat(page.locator(".ant-message")).containsText("fields of “supper.png”");
        Locator grid = page.locator(".text-grid");
        assertThat(grid).containsText("as found. Over 20 % may show to fewer. Read: “Back home for supper");
        grid.getByText("Correct it").click();
        assertThat(page.getByLabel("Row 1, column 2")).hasAttribute("aria-pressed", "true");
        page.getByLabel("Row 1, column 2").click();
        assertThat(grid).containsText("as marked.");
        buyer.kept();
    }
}
