package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.TimeoutError;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Where findings lead: each to an input that mends it, and once it is mended it is gone. */
class FindingsIT extends SignedIn {
    /** What has the focus where a finding leads, by where it is mended and its field, as docs/checks.md tells of every rule. */
    private static final Map<String, String> LANDS = Map.ofEntries(
            Map.entry("ad, cells", "Sheet of Findings"),
            Map.entry("audience, ages", "Youngest age"),
            Map.entry("audience, conditions", "^Language|Interest"),
            Map.entry("audience, definition", "Youngest age"),
            Map.entry("audience, gender", "Gender"),
            Map.entry("audience, places", "Add a place"),
            Map.entry("campaign, account", "Account to copy to"),
            Map.entry("campaign, columns", "Find by name"),
            Map.entry("campaign, lastDay", "Last day"),
            Map.entry("campaign, money", "Each new row"),
            Map.entry("campaign, name", "Name"),
            Map.entry("campaign, objective", "Objective"),
            Map.entry("campaign, rowMoney", "Money of all"),
            Map.entry("campaign, rows", "Find by name"),
            Map.entry("campaign, start", "First day"),
            Map.entry("campaign, subject", "Regulated subject"),
            Map.entry("creative, body", "Body"),
            Map.entry("creative, brand", "Brand shown"),
            Map.entry("creative, callToAction", "Call to action"),
            Map.entry("creative, card", "Headline of card 1"),
            Map.entry("creative, description", "Description"),
            Map.entry("creative, form", "Lead form"),
            Map.entry("creative, format", "Format"),
            Map.entry("creative, headline", "Headline"),
            Map.entry("creative, link", "Link"),
            Map.entry("creative, media", "Drop or choose pictures and videos"),
            Map.entry("creative, name", "Name"),
            Map.entry("creative, post", "What it stands on"),
            Map.entry("row, bid", "How the bid is found"),
            Map.entry("row, cells", "Sheet of Findings"),
            Map.entry("row, charge", "Charged"),
            Map.entry("row, goal", "Goal"),
            Map.entry("row, hours", "Mon 0 to 1"),
            Map.entry("row, label", "Name of row"),
            Map.entry("row, money", "a day"),
            Map.entry("row, pace", "Pace"),
            Map.entry("row, placements", "The first of each format"),
            Map.entry("row, switches", "usual"));

    /** What the focused input is called, as a screen reader would find out. */
    private static final String FOCUSED = """
            () => {
              const at = document.activeElement;
              const of = id => document.getElementById(id)?.textContent ?? "";
              return [at.matches("button") ? at.textContent : "", at.getAttribute("aria-label"), at.getAttribute("title"),
                ...(at.getAttribute("aria-labelledby") ?? "").split(" ").map(of),
                ...[...(at.labels ?? [])].map(l => l.textContent),
                at.closest("[aria-label]")?.getAttribute("aria-label"),
                at.closest(".ant-form-item")?.querySelector("label")?.textContent,
                at.closest(".part-line")?.querySelector(".label")?.textContent].filter(Boolean).join(" · ");
            }""";

    private static Calls calls;
    private static Calls.Sheet sheet;
    private static JsonObject campaign;

    @BeforeAll
    static void aSheet() throws Exception {
        calls = new Calls(Installation.URL, "ines@withyandoar.example");
        sheet = calls.sheet("oddmenths", "Findings", 3, 2, "5");
        campaign = calls.get("/api/clients/oddment/plans/" + sheet.planId())
                .getAsJsonObject()
                .getAsJsonArray("campaigns")
                .get(0)
                .getAsJsonObject();
    }

    /** The places of docs/checks.md, each once. */
    private static Set<String> places() throws Exception {
        Set<String> places = new TreeSet<>();
        for (String line : Files.readAllLines(Path.of("..", "docs", "checks.md"))) {
            String[] cells = line.split("\\|");
            if (cells.length > 4 && cells[3].contains(",")) {
                places.add(cells[3].strip());
            }
        }
        return places;
    }

    /** Over a connection on which what a screen is drawn from comes one after another, as none is quick enough to hide. */
    @Test
    void everyWayLeadsToTheInputThatMends() throws Exception {
        CDPSession slow = buyer.slowly();
        try {
            for (String place : places()) {
                String[] at = place.split(", ");
                if (at[0].equals("script")) {
                    continue;
                }
                buyer.open(address(at[0], at[1]));
                lands(place, LANDS.get(place));
                page.keyboard().press("Escape");
            }
        } finally {
            slow.detach();
        }
    }

    private static void lands(String place, String says) {
        assertThat(says).as("what " + place + " leads to").isNotNull();
        try {
            page.waitForFunction("says => new RegExp(says).test((" + FOCUSED + ")())", says);
        } catch (TimeoutError e) {
            throw new AssertionError(
                    "%s leads to %s, not to %s".formatted(place, page.evaluate("(" + FOCUSED + ")()"), says), e);
        }
    }

    private static String address(String desk, String field) throws Exception {
        String client = "/c/oddment/";
        JsonObject row = campaign.getAsJsonArray("rows").get(1).getAsJsonObject();
        String column = Calls.id(campaign.getAsJsonArray("columns").get(1));
        String plan = client + "plan/" + sheet.planId() + "/" + sheet.campaignId() + "?";
        return switch (desk) {
            case "creative" -> client + "creative/" + creative(field) + "?field=" + field;
            case "audience" -> client + "audiences/" + row.get("audienceId").getAsString() + "?field=" + field;
            case "row" ->
                field.equals("pace") || field.equals("switches")
                        ? ofJumpcut(field)
                        : plan + "ad=" + Calls.id(row) + "/&field=" + field;
            case "ad" -> plan + "ad=" + Calls.id(row) + "/" + column + "&field=" + field;
            default -> plan + "field=" + field;
        };
    }

    /** A row on the network that has paces and switches to choose from. */
    private static String ofJumpcut(String field) throws Exception {
        for (JsonElement line : calls.get("/api/clients/oddment/plans").getAsJsonArray()) {
            JsonObject plan =
                    calls.get("/api/clients/oddment/plans/" + Calls.id(line)).getAsJsonObject();
            for (JsonElement c : plan.getAsJsonArray("campaigns")) {
                JsonObject found = c.getAsJsonObject();
                if (found.get("accountId").getAsString().equals("oddmentjc")
                        && !found.getAsJsonArray("rows").isEmpty()) {
                    return "/c/oddment/plan/%s/%s?ad=%s/&field=%s"
                            .formatted(
                                    Calls.id(plan),
                                    Calls.id(found),
                                    Calls.id(found.getAsJsonArray("rows").get(0)),
                                    field);
                }
            }
        }
        throw new IllegalStateException("No campaign on Jumpcut");
    }

    /** One whose format has that part. */
    private static String creative(String field) throws Exception {
        Set<String> formats = switch (field) {
            case "card" -> Set.of("carousel");
            case "post" -> Set.of("existing-post", "existing-answer");
            case "form" -> Set.of("lead-form");
            default -> Set.of("single-picture");
        };
        List<String> found = new ArrayList<>();
        for (JsonElement e : calls.get("/api/clients/oddment/creatives").getAsJsonArray()) {
            JsonObject creative = e.getAsJsonObject().getAsJsonObject("creative");
            if (formats.contains(creative.get("format").getAsString())) {
                found.add(Calls.id(creative));
            }
        }
        assertThat(found).as("creatives with a " + field).isNotEmpty();
        return found.get(0);
    }

    /** Money over the account’s limit: the way leads to the money of all rows, one key lowers them all, and nothing is left. */
    @Test
    void moneyOverTheLimitIsLoweredForAllRowsAtOnce() throws Exception {
        Calls.Sheet rich = calls.sheet("oddmenths", "Over the limit", 3, 1, "400");
        String plan = "/c/oddment/plan/" + rich.planId() + "/" + rich.campaignId();
        buyer.open(plan);
        buyer.lens("Checks");
        Locator finding = page.locator("[data-rule='money.over-spending-limit']");
        finding.getByText(Pattern.compile("Lower the money by")).click();
        Locator dialog = page.getByRole(AriaRole.DIALOG);
        assertThat(dialog).containsText("Spread money over 3 rows");
        page.getByLabel("Money of all").fill("300");
        dialog.getByText("Spread it").click();
        buyer.kept();
        assertThat(page.getByTestId("money-0")).containsText("£100.00");
        assertThat(finding).hasCount(0);

        page.keyboard().press("Control+z");
        buyer.kept();
        finding.getByRole(AriaRole.BUTTON, new Locator.GetByRoleOptions().setName(Pattern.compile("^mend it")))
                .click();
        buyer.kept();
        assertThat(finding).hasCount(0);
    }

    /** Sixty rows under the lowest are one finding, mended at once. */
    @Test
    void sixtyAlikeAreMendedAtOnce() throws Exception {
        Calls.Sheet poor = calls.sheet("oddmenths", "Sixty poor rows", 60, 1, "1");
        buyer.open("/c/oddment/plan/" + poor.planId() + "/" + poor.campaignId());
        buyer.lens("Checks");
        page.getByText("mend all 60").click();
        buyer.kept();
        assertThat(page.locator("[data-rule='money.under-lowest']")).hasCount(0);
    }
}
