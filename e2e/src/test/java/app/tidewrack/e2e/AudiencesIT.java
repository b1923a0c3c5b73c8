package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.BoundingBox;
import java.nio.charset.Charset;
import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** Whom the buyer talks to: what the money can buy, an audience step by step, layers, visitors, a customer list. */
class AudiencesIT {
    private static Buyer buyer;
    private static Page page;

    @BeforeAll
    static void sitDown() {
        buyer = new Buyer();
        page = buyer.page;
        buyer.signIn("ines@withyandoar.example");
    }

    @AfterAll
    static void leave() {
        buyer.close();
    }

    private static Locator facts() {
        return page.locator(".facts");
    }

    private static Locator things() {
        return page.locator(".things");
    }

    private static void newAudience(String client, String account, String name) {
        buyer.open("/c/" + client + "/audiences");
        buyer.choose("New audience", account);
        assertThat(page.locator(".head h1")).containsText("New audience");
        page.getByLabel("Name of the audience").fill(name);
    }

    private static void newSource(String client) {
        buyer.open("/c/" + client + "/audiences");
        page.locator(".sentence").waitFor();
        buyer.press("New source");
    }

    /** £700 for 14 days at Jumpcut's lowest of £20 a row a day feeds two rows; one of four is worked out from the others. */
    @Test
    void aBriefSaysWhatItsMoneyCanBuy() {
        buyer.open("/c/oddment/brief");
        buyer.press("New brief");
        assertThat(page.locator(".head h1")).containsText("New brief");
        page.getByLabel("Name of the brief").fill("Two weeks of video");
        buyer.choose("On", "Jumpcut GBP");
        page.keyboard().press("Escape");
        number("Money").fill("700");
        page.getByLabel("Target cost").fill("0.20");
        Locator rows = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Rows"));
        assertThat(rows).containsText("2 rows");
        assertThat(facts()).containsText("3,500 clicks");
        assertThat(facts()).containsText("To judge");
        Locator money = page.getByRole(AriaRole.GROUP, new Page.GetByRoleOptions().setName("Money"));
        money.getByText("Work this out").click();
        number("Rows").fill("5");
        assertThat(money).containsText("£1,400.00");
        rows.getByText("Work this out").click();
        assertThat(rows).containsText("5 rows");
        page.getByLabel("Results to judge a row").fill("1000");
        page.getByLabel("Target cost").fill("0.40");
        assertThat(page.locator(".four")).containsText("3 rows");
        buyer.kept();
        page.reload();
        assertThat(things()).containsText("Two weeks of video");
    }

    /** What comes in above a field while its list is open moves the field; one press, or many, must still reach it. */
    @Test
    void anOpenListFollowsItsField() {
        newAudience("oddment", "Hearthside GBP", "Moved while chosen from");
        buyer.condition("Interest", "Interests");
        Locator field = page.getByLabel("Interests", new Page.GetByLabelOptions().setExact(true));
        field.click();
        Locator list = page.locator(".ant-select-dropdown:visible");
        list.locator(".ant-select-item-option").first().waitFor();
        page.locator("[data-step=PLACES]").evaluate("step => { step.style.marginTop = '90px'; }");
        field.click(new Locator.ClickOptions().setTrial(true));
        assertThat(list).isVisible();
        BoundingBox box = field.boundingBox();
        BoundingBox open = list.boundingBox();
        double between = Math.max(open.y - (box.y + box.height), box.y - (open.y + open.height));
        assertThat(between).as("what stands between the field and its list, px").isBetween(-1.0, 20.0);
    }

    /** Ages may not be narrowed for jobs on Hearthside; the audience says so as soon as a brief is about jobs. */
    @Test
    void whatARegulatedSubjectForbidsIsTold() {
        buyer.open("/c/copperline/audiences");
        things().getByText("Lab people around Munich").click();
        assertThat(page.getByLabel("Youngest age")).hasValue("25");
        assertThat(facts()).not().containsText("forbids");
        buyer.open("/c/copperline/brief");
        buyer.choose("Regulated subject", "Jobs");
        assertThat(page.locator(".forbidden")).containsText("Hearthside");
        buyer.kept();
        buyer.open("/c/copperline/audiences");
        things().getByText("Lab people around Munich").click();
        assertThat(facts()).containsText("Hearthside forbids for jobs");
        assertThat(facts()).containsText("ages 25 to 60");
        page.getByLabel("Youngest age").fill("");
        page.getByLabel("Oldest age").fill("");
        page.getByLabel("Oldest age").press("Tab");
        assertThat(facts()).not().containsText("forbids");
    }

    private static Locator number(String label) {
        return page.getByRole(
                AriaRole.SPINBUTTON, new Page.GetByRoleOptions().setName(label).setExact(true));
    }

    /** Cities, a pin on the map, ages, language, two interests that must both hold, a list left out; told for six networks. */
    @Test
    void anAudienceNarrowsStepByStep() {
        newAudience("oddment", "Hearthside GBP", "Menders, shop and pin");
        buyer.choose("Add a place", "Norwich");
        assertThat(page.locator(".map .leaflet-interactive")).hasCount(1);
        page.locator(".map").click(new Locator.ClickOptions().setPosition(90, 120));
        assertThat(page.locator("[data-step=PLACES]")).containsText("pin near");
        page.getByLabel("Youngest age").fill("25");
        page.getByLabel("Oldest age").fill("54");
        page.getByLabel("Oldest age").press("Tab");
        buyer.condition("Language", "Languages", "English");
        buyer.condition("Interest", "Interests", "Knitting", "Mending clothes", "Slow fashion");
        buyer.condition("Interest", "Habits", "Shops online often");
        buyer.choose("Left out", "Buyers of two years");
        page.keyboard().press("Escape");
        assertThat(page.locator(".step .size")).hasCount(7);
        assertThat(page.locator(".size.old")).hasCount(0);
        assertThat(page.locator("[data-step=PLACES] .told")).containsText("narrows most");
        List<Long> sizes = page.locator(".step .told b").allInnerTexts().stream()
                .map(NewcomerIT::people)
                .toList();
        assertThat(sizes).isSortedAccordingTo(Comparator.reverseOrder());
        assertThat(page.locator(".elsewhere"))
                .containsText("Shortwave has 20 to 49 nearest to ages 25 to 54: 5 years too many, 5 too few");
        assertThat(page.locator(".elsewhere")).containsText("Guildrow goes no finer than Great Britain");
        buyer.kept();
        buyer.choose("How people are there", "travelling in");
        buyer.kept();
        page.reload();
        assertThat(page.locator("[data-step=PLACES]")).containsText("travelling in");
        assertThat(page.locator("[data-step=CONDITION]").last()).containsText("Shops online often");
    }

    /** A name in several countries asks which; miles are shown in miles. */
    @Test
    void aNameFoundInSeveralCountriesAsksWhich() {
        newAudience("oddment", "Hearthside GBP", "Halifax, which");
        page.getByLabel("Add a place").click();
        page.keyboard().type("Halifax");
        Locator options = page.locator(".ant-select-dropdown:visible .ant-select-item-option");
        assertThat(options.filter(new Locator.FilterOptions().setHasText("Great Britain")))
                .hasCount(1);
        options.filter(new Locator.FilterOptions().setHasText("Canada")).first().click();
        assertThat(page.locator("[data-step=COUNTRY]")).containsText("Canada");
        page.getByText("in miles").click();
        page.getByLabel("Miles around Halifax").fill("10");
        page.getByLabel("Miles around Halifax").press("Tab");
        buyer.kept();
        page.getByText("in kilometres").click();
        // Ten miles are 16.09344 km, and ten miles again.
        assertThat(page.getByLabel("Kilometres around Halifax")).hasValue("16.1");
        page.getByText("in miles").click();
        assertThat(page.getByLabel("Miles around Halifax")).hasValue("10");
        // Kept for the person, whose other journeys measure in kilometres.
        page.getByText("in kilometres").click();
        assertThat(page.getByLabel("Kilometres around Halifax")).hasValue("16.1");
    }

    @Test
    void threeLayersAreMadeInOneGo() {
        buyer.open("/c/oddment/audiences");
        page.locator(".thing", new Page.LocatorOptions().setHasText("Knitters, direct interest"))
                .click();
        assertThat(page.locator(".head h1")).hasText("Knitters, direct interest");
        page.getByTitle("Layers").click();
        assertThat(page.locator(".layers .step")).hasCount(3);
        buyer.press("Make three audiences");
        for (String layer : List.of("direct", "close", "shared taste")) {
            assertThat(things()).containsText("Knitters, direct interest, " + layer);
        }
        page.locator(".thing", new Page.LocatorOptions().setHasText("Knitters, direct interest, close"))
                .click();
        assertThat(page.locator("[data-step=LEFT_OUT]")).containsText("Knitting");
        page.getByTitle("Overlap").click();
        assertThat(page.locator(".matrix tr.on")).containsText("Knitters, direct interest, close");
    }

    /** Cuts 1, 3, 7 make three windows, each a source and an audience of its own. */
    @Test
    void visitorsByHowLatelyTheyCame() {
        newSource("saltmarsh");
        page.getByText("Visitors by how lately they came").click();
        page.getByLabel("Windows end on day").fill("3, 1");
        assertThat(page.locator(".ant-modal")).containsText("windows that rise");
        page.getByLabel("Windows end on day").fill("1, 3, 7");
        assertThat(page.locator(".ant-modal")).containsText("day 1, days 2–3, days 4–7");
        page.getByLabel("Name of the source").fill("Came by");
        buyer.press("Make 3 sources and audiences");
        assertThat(page.locator(".thing", new Page.LocatorOptions().setHasText("Came by, days 2–3")))
                .hasCount(2);
        assertThat(things()).containsText("Retargeting");
        assertThat(page.locator("[data-step=CONDITION] .told b")).isVisible();
    }

    /** A list in Windows-1252 with semicolons: guessed, confirmed, hashed, told; and kept while an audience needs it. */
    @Test
    void aCustomerListBecomesAnAudience() {
        newSource("copperline");
        page.getByText("Customer list…").click();
        buyer.upload("noise.csv", new byte[] {1, 2, 0, 3, 4, 5, 6, 7});
        assertThat(page.locator(".ant-modal")).containsText("no text");
        StringBuilder rows = new StringBuilder("Nr;Firma;Mail;Telefon\n");
        for (int i = 0; i < 1_200; i++) {
            String mail = i % 10 == 0 ? "" : "labor%d@example.com".formatted(i % 1_000);
            rows.append("%d;Prüfstelle %d;%s;%s%n".formatted(i, i, mail, i % 20 == 0 ? "unbekannt" : "030 901820"));
        }
        buyer.upload("Prüfstellen.csv", rows.toString().getBytes(Charset.forName("windows-1252")));
        assertThat(page.locator(".list-how")).containsText("windows-1252");
        assertThat(page.locator(".list-rows")).containsText("Prüfstelle 3");
        assertThat(page.locator(".list-rows")).containsText("phone numbers");
        // Whoever may have people's addresses is said, never taken for granted.
        assertThat(page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName("Hash and send")))
                .isDisabled();
        buyer.choose("Accounts it goes to", "Hearthside");
        page.keyboard().press("Escape");
        buyer.press("Hash and send");
        assertThat(page.locator(".head h1")).hasText("Prüfstellen");
        assertThat(page.locator(".source")).containsText("1,200 rows");
        assertThat(page.locator(".source")).containsText("60 no phone number");
        assertThat(facts()).containsText("% matched");
        buyer.press("Make an audience of them");
        assertThat(page.locator("[data-step=CONDITION]")).containsText("Prüfstellen");
        page.goBack();
        buyer.press("Remove");
        assertThat(page.locator(".ant-message")).containsText("is used by Prüfstellen");
    }
}
