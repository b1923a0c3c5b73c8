package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What came back is asked by any two things, reckoned by a formula of one's own, saved, kept and printed. */
class ResultsIT extends SignedIn {
    private static void open(String query) {
        buyer.open("/c/oddment/results?of=all&" + query);
        page.locator(".lines.results").waitFor();
    }

    /** The table holds the numbers of its columns; beside a line that is chosen stand all that it has. */
    @Test
    void aChosenLineIsToldWhole() {
        open("by=CREATIVE");
        Locator headings = page.getByTestId("results").locator("thead th");
        Locator first =
                page.getByTestId("results").locator("tbody tr[aria-selected]").first();
        List<String> cells = first.locator("td").allInnerTexts();
        first.click();
        Locator facts = page.getByTestId("results-facts");
        assertThat(page.locator(".facts h2").last()).hasText(cells.get(0));
        for (int i = 1; i < cells.size(); i++) {
            String heading = headings.nth(i).innerText().strip();
            if (!cells.get(i).matches("–|0")) {
                Locator fact =
                        facts.locator("div", new Locator.LocatorOptions().setHas(page.getByText(heading, exact())));
                assertThat(fact.locator("b").first()).hasText(cells.get(i).replaceAll("^[+→]\\S* ", ""));
            }
        }
        assertThat(facts.locator("dt").nth(cells.size() - 1)).isVisible();
        first.click();
        assertThat(page.locator(".facts h2").last()).hasText("All together");
    }

    /** What was told before stands as it was asked until the next is there, whichever is asked after which, on a slow line as well. */
    @Test
    void oneQuestionFollowsAnother() {
        open("by=CREATIVE&from=2027-03-16&to=2027-03-22&beside=before");
        CDPSession slow = buyer.slowly();
        try {
            Locator heading = page.locator("[data-testid=results] th, [data-testid=results-matrix] th");
            Map<String, String> headings = new LinkedHashMap<>();
            headings.put("Day", "Day");
            headings.put("Row", "Row");
            headings.put("Age × gender", "Age ↓ · gender →");
            headings.put("Ad", "Name of the ad");
            headings.put("Placement", "Placement");
            headings.put("Creative", "Creative");
            headings.forEach((by, heads) -> {
                page.getByLabel("Numbers by").getByText(by, exactly()).click();
                assertThat(heading.first()).hasText(heads);
            });
        } finally {
            slow.detach();
        }
    }

    private static Locator.GetByTextOptions exactly() {
        return new Locator.GetByTextOptions().setExact(true);
    }

    private static Page.GetByTextOptions exact() {
        return new Page.GetByTextOptions().setExact(true);
    }

    /** Region by creative as a field; the same question saved as a file adds up to what the head says was spent. */
    @Test
    void aFieldByTwoThingsIsSavedAndAddsUp() throws IOException {
        open("by=region,CREATIVE&as=field&number=clicks");
        Locator field = page.getByTestId("results-matrix");
        assertThat(field.locator("th").first()).hasText("Region ↓ · creative →");
        assertThat(field.getByText("Darned sock, before")).isVisible();
        assertThat(field.locator("tbody")).containsText("GB.");
        buyer.press("Save as…");
        Download download = page.waitForDownload(() -> page.getByText("CSV", new Page.GetByTextOptions().setExact(true))
                .click());
        List<String> lines = Files.readAllLines(download.path(), StandardCharsets.UTF_8);
        assertThat(lines.get(0)).contains("region,CREATIVE,currency,clicks").contains("spend");
        int spend = Arrays.asList(lines.get(0).split(",")).indexOf("spend");
        BigDecimal sum = lines.stream()
                .skip(1)
                .filter(l -> !l.startsWith("all"))
                .map(l -> new BigDecimal(cell(l, spend)))
                .reduce(BigDecimal.ZERO, BigDecimal::add);
        BigDecimal all =
                new BigDecimal(page.locator(".head .note b").first().innerText().replaceAll("[£,\\s]", ""));
        assertThat(sum).isEqualByComparingTo(all).isPositive();
    }

    /** Names of creatives may hold a comma, and are quoted then. */
    private static String cell(String line, int at) {
        return line.split(",(?=(?:[^\"]*\"[^\"]*\")*[^\"]*$)")[at];
    }

    @Test
    void aNumberOfOnesOwnIsCheckedAndShown() {
        open("by=CAMPAIGN");
        page.getByText("Numbers of your own, margin…").click();
        page.getByLabel("Called").fill("Clicks per view");
        page.getByLabel("Formula").fill("clicks + spend");
        buyer.press("Keep number");
        assertThat(page.getByRole(AriaRole.ALERT))
                .containsText("puts a count and money together. Add and subtract only like and like.");
        page.getByLabel("Formula").fill("clicks / views");
        buyer.press("Keep number");
        assertThat(page.locator(".own-number")).containsText("clicks / views");
        page.keyboard().press("Escape");
        buyer.choose("Columns", "Clicks per view");
        page.keyboard().press("Escape");
        assertThat(page.getByTestId("results").locator("thead")).containsText("Clicks per view");
    }

    /** A view is kept by name and found again after a reload; days are compared with as many before; the page for the client prints. */
    @Test
    void aViewIsKeptComparedAndReported() {
        open("by=CREATIVE&from=2027-03-16&to=2027-03-22&number=cost_per_click");
        buyer.choose("Beside", "as many days before");
        Locator head = page.getByTestId("results").locator("thead");
        assertThat(head).containsText("9 Mar to 15 Mar");
        assertThat(page.getByTestId("results").locator("tbody tr").first()).containsText("%");
        buyer.press("Keep view…");
        page.getByLabel("Name of the view").fill("Second week by creative");
        page.getByLabel("Name of the view").press("Enter");
        assertThat(page.locator(".things")).containsText("Second week by creative");
        buyer.open("/c/oddment/results?of=all");
        page.locator(".things").getByText("Second week by creative").click();
        assertThat(head).containsText("9 Mar to 15 Mar");
        // The look is taken along to a campaign of another plan, and that may stand beside a third.
        page.locator(".things").getByText("Patches, which headline").click();
        assertThat(page.locator(".head h1")).hasText("Patches, which headline");
        assertThat(page.getByTestId("pace")).containsText("at the end if it goes on so");
        buyer.choose("Beside", "Kits, find buyers");
        assertThat(head).containsText("Kits, find buyers");
        assertThat(page.getByTestId("results").locator("tbody")).containsText("Elbow patch");
        page.locator(".things").getByText("All of Oddment & Thread").click();
        buyer.press("Save as…");
        page.getByText("Page for the client, or PDF").click();
        assertThat(page.locator(".report h1")).hasText("Oddment & Thread");
        assertThat(page.locator(".report")).containsText("Results from 16 Mar to 22 Mar");
        assertThat(page.locator(".report tbody tr").first()).containsText("£");
        assertThat(page.pdf().length).isGreaterThan(10_000);
    }
}
