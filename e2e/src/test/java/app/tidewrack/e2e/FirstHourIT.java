package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import java.awt.Color;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.GeneralSecurityException;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.extension.RegisterExtension;

/** A server with an empty database: from the address it prints to the first ad that runs, and people who come, lose a phone and leave. */
@TestMethodOrder(OrderAnnotation.class)
class FirstHourIT {
    private static final String PASSWORD = "seven heron lamp";
    private static final String NELL = "nell@heronsgate.example";
    private static Installation.SecondServer server;
    private static Buyer buyer;
    private static Page page;
    private static Page other;
    private static String secret;
    private static List<String> paper;

    @RegisterExtension
    static final InParts PARTS = new InParts();

    @BeforeAll
    static void begin() throws Exception {
        server = Installation.emptyServer();
        buyer = new Buyer();
        page = buyer.page;
    }

    @AfterAll
    static void end() {
        buyer.close();
        server.close();
    }

    private static Locator button(Page in, String name) {
        return in.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name))
                .last();
    }

    private static Page.GetByLabelOptions exact() {
        return new Page.GetByLabelOptions().setExact(true);
    }

    @Test
    @Order(1)
    void theAgencyIsNamedByTheAddressThatWasPrinted() {
        page.navigate(server.url() + "/signin");
        assertThat(page.locator("main")).containsText("Nobody has moved in yet");
        page.navigate(server.url() + "/first#not-the-one");
        page.getByLabel("Agency").fill("Heronsgate Media");
        page.getByLabel("Your name").fill("Nell Ferry");
        page.getByLabel("Your e-mail").fill(NELL);
        page.getByLabel("Password").fill("heronsgate nell");
        buyer.press("Move in");
        assertThat(page.locator(".ant-alert")).containsText("This is not the address that ./tidewrack start printed");

        page.navigate("about:blank");
        page.navigate(server.url() + "/first#first");
        page.getByLabel("Agency").fill("Heronsgate Media");
        buyer.choose("Dates and numbers", "British English");
        page.getByLabel("Your name").fill("Nell Ferry");
        page.getByLabel("Your e-mail").fill(NELL);
        page.getByLabel("Password").fill("heronsgate nell");
        buyer.press("Move in");
        assertThat(page.locator(".ant-alert")).containsText("among the first that would be guessed");
        page.getByLabel("Password").fill(PASSWORD);
        buyer.press("Move in");
        assertThat(page.locator(".first-step")).containsText("No client yet");
    }

    @Test
    @Order(2)
    void aClientIsTakenOnAndEachScreenSaysWhatComesNext() {
        buyer.press("Take the first client on");
        page.getByLabel("Name", exact()).fill("Marsh Bakery");
        page.getByLabel("Trade").fill("Bread and courses");
        page.getByLabel("Sites").fill("marshbakery.example,");
        buyer.press("Take on");
        assertThat(page.locator(".head h1")).hasText("Marsh Bakery");
        assertThat(page.locator(".first-steps .next")).containsText("Open its first account");
        for (String screen : List.of("Brief", "Audiences", "Creative", "Forms", "Plan", "Launch", "Results")) {
            buyer.rail(screen);
            Locator empty = page.locator(".empty");
            assertThat(empty).containsText(screen.equals("Launch") ? "Nothing to launch yet" : " yet");
            assertThat(empty.locator("a, button").first()).isVisible();
        }
        buyer.rail("Plan");
        page.getByText("Open its first account").click();
        buyer.choose("Currency", "DKK");
        page.getByLabel("Name", exact()).last().fill("Hearthside DKK");
        buyer.press("Open");
        assertThat(page.locator(".things")).containsText("Hearthside DKK");
        buyer.rail("Desk");
        assertThat(page.locator(".first-steps .next")).containsText("Describe an audience");
    }

    @Test
    @Order(3)
    void theFirstAdIsLaunchedAndRuns() throws Exception {
        buyer.rail("Audiences");
        buyer.press("New audience on Hearthside DKK");
        assertThat(page.locator(".head h1")).containsText("New audience");
        page.getByLabel("Name of the audience").fill("Bread lovers");
        buyer.condition("Interest", "Interests", "Baking");
        buyer.kept();
        buyer.rail("Creative");
        buyer.press("New creative");
        page.getByLabel("Name", exact()).fill("Loaf");
        buyer.upload("loaf.png", Buyer.picture(1080, 1080, new Color(0xb78a57)));
        assertThat(page.locator(".facts")).containsText("1080 × 1080 px");
        page.getByLabel("Body", exact()).fill("Baked this morning.");
        page.getByLabel("Headline", exact()).fill("Rye, still warm");
        page.getByLabel("Description", exact()).fill("From 32 kr");
        buyer.choose("Call to action", "Shop");
        page.getByLabel("Link", exact()).fill("https://marshbakery.example/rye");
        buyer.kept();
        buyer.rail("Plan");
        buyer.press("Start a plan");
        page.getByLabel("Name of the plan").fill("Rye, cold");
        page.getByLabel("Each new row, a day, DKK").fill("100");
        buyer.press("Start it");
        // Taken out of the plan, and brought back.
        buyer.press("Take this campaign out");
        assertThat(page.locator(".ant-modal")).containsText("It can be brought back for 30 days");
        buyer.press("Take it out");
        assertThat(page.locator(".work")).containsText("No campaign yet");
        buyer.press("Campaigns taken away, 1");
        buyer.press("Bring back");
        assertThat(page.locator(".head h1")).containsText("Rye, cold");
        buyer.press("Add audiences as rows");
        page.locator(".ant-modal").getByText("Bread lovers").first().click();
        buyer.press("Add 1 row");
        buyer.press("Add creatives as columns");
        page.locator(".ant-modal").getByText("Loaf").first().click();
        buyer.press("Add 1 column");
        assertThat(page.locator(".head .note")).containsText("1 × 1");
        buyer.press("Launch…");
        buyer.press("Launch 3 changes…");
        buyer.press("Launch now");
        assertThat(page.locator(".head .note")).containsText("Hearthside has all of it");
    }

    /** Planned by general rules, launched as a table, and paused by one. */
    @Test
    @Order(4)
    void aNetworkWithoutAConnectorIsEnteredByHand() throws Exception {
        buyer.rail("Brief");
        buyer.press("Open an account");
        buyer.choose("Network", "Another network");
        assertThat(page.locator(".ant-modal")).containsText("sizes, reviews, results and leads stay there");
        page.getByLabel("Name", exact()).last().fill("Bakers’ forum");
        buyer.press("Open");
        assertThat(page.locator(".head h1")).containsText("Bakers’ forum");
        buyer.rail("Audiences");
        buyer.choose("New audience", "Bakers’ forum");
        assertThat(page.locator(".head h1")).containsText("New audience");
        page.getByLabel("Name of the audience").fill("Home bakers");
        page.locator(".adder", new Page.LocatorOptions().setHasText("As it is called there"))
                .click();
        page.getByLabel("As the network calls them", exact()).fill("Sourdough");
        page.getByLabel("As the network calls them", exact()).press("Enter");
        buyer.kept();
        assertThat(page.locator(".head .note").first()).containsText("its size stands there");
        buyer.rail("Plan");
        buyer.press("Start another plan");
        page.getByLabel("Name of the plan").fill("Forum, cold");
        buyer.choose("Account", "Bakers’ forum");
        page.getByLabel("People to talk to").fill("Home bakers");
        page.getByLabel("What they see").fill("Loaf");
        page.getByLabel("Each new row, a day, DKK").fill("100");
        assertThat(page.locator(".campaign-begins")).containsText("1 row × 1 creative, 1 ad");
        buyer.press("Start it");
        assertThat(page.locator(".head h1")).containsText("Forum, cold");
        buyer.press("Launch…");
        buyer.press("Hand over 3 changes…");
        assertThat(page.locator(".ant-modal")).containsText("Nothing is sent: Another network has no connector");
        buyer.press("Hand it over");
        entered("ids.csv", "F%d,");
        assertThat(page.locator(".head .note")).containsText("Another network has all of it");

        buyer.rail("Desk");
        buyer.press("Pause everything…");
        buyer.press("Pause everything now");
        page.getByText("to be paused there by hand").click();
        assertThat(page.locator(".head .note")).containsText("Handed over, to be entered on Another network by hand");
        entered("paused.csv", ",yes");
        buyer.rail("Desk");
        buyer.press("2 campaigns paused…");
        buyer.press("Let all run on");
        page.getByText("to be resumed there by hand").click();
        entered("resumed.csv", ",yes");
        assertThat(page.locator(".handed-over")).hasCount(0);
    }

    /** Takes the table that was handed over, fills the last two cells of each line as told, and gives it back. */
    private static void entered(String file, String lastCells) throws IOException {
        buyer.upload(file, buyer.filledIn(lastCells::formatted).getBytes(StandardCharsets.UTF_8));
        assertThat(page.locator(".handed-over")).hasCount(0);
    }

    @Test
    @Order(5)
    void aColleagueComesByALinkAndOnlyReads() {
        page.navigate(server.url() + "/agency/people");
        buyer.press("Invite");
        page.getByLabel("Name", exact()).fill("Otto Reed");
        page.getByLabel("E-mail", exact()).fill("otto@heronsgate.example");
        buyer.choose("Works for", "Marsh Bakery");
        page.keyboard().press("Escape");
        buyer.choose("As", "viewer");
        buyer.press("Make the link");
        String link = page.getByLabel("Link", exact()).inputValue();
        buyer.press("Done");
        assertThat(page.locator(".lines")).containsText("invited until");

        other = buyer.another();
        other.navigate(link);
        assertThat(other.locator("main")).containsText("Welcome to Heronsgate Media");
        other.getByLabel("Password").fill("eleven damp otters");
        button(other, "Come in").click();
        assertThat(other.locator(".morning")).containsText("Marsh Bakery");
        other.getByText("Marsh Bakery").click();
        assertThat(other.locator(".head")).containsText("You read this client");
        assertThat(button(other, "Plan a campaign")).hasCount(0);
    }

    /** As the phone would: the code of a secret now (RFC 6238). */
    private static String code(String secret) throws GeneralSecurityException {
        String alphabet = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";
        ByteBuffer key = ByteBuffer.allocate(secret.length() * 5 / 8);
        int bits = 0;
        int held = 0;
        for (char sign : secret.toCharArray()) {
            bits = bits << 5 | alphabet.indexOf(sign);
            held += 5;
            if (held >= 8) {
                held -= 8;
                key.put((byte) (bits >> held));
            }
        }
        Mac mac = Mac.getInstance("HmacSHA1");
        mac.init(new SecretKeySpec(key.array(), "HmacSHA1"));
        byte[] hash = mac.doFinal(ByteBuffer.allocate(8)
                .putLong(Instant.now().getEpochSecond() / 30)
                .array());
        int from = hash[hash.length - 1] & 15;
        int number = ByteBuffer.wrap(hash, from, 4).getInt() & Integer.MAX_VALUE;
        return String.format(Locale.ROOT, "%06d", number % 1_000_000);
    }

    @Test
    @Order(6)
    void aSecondFactorIsTurnedOnAndALostPhoneIsHelped() throws Exception {
        other.navigate(server.url() + "/me/second-factor");
        secret = other.locator(".typed-secret").innerText().replace(" ", "").strip();
        other.getByLabel("Code").fill(code(secret));
        other.getByLabel("Your password").fill("eleven damp otters");
        button(other, "Turn it on").click();
        other.locator(".paper li").nth(9).waitFor();
        paper = other.locator(".paper li").allInnerTexts();
        assertThat(paper).hasSize(10);
        button(other, "I have them").click();
        assertThat(other.locator(".work")).containsText("10 codes on paper are left");

        try (Page anew = buyer.another()) {
            anew.navigate(server.url() + "/signin");
            anew.getByLabel("E-mail").fill("otto@heronsgate.example");
            anew.getByLabel("Password").fill("eleven damp otters");
            button(anew, "Sign in").click();
            anew.getByLabel("Code").fill("000000");
            button(anew, "Go on").click();
            assertThat(anew.locator(".ant-alert")).containsText("not the code of this half minute");
            // The phone is lost; the paper is not.
            anew.getByLabel("Code").fill(paper.get(0));
            button(anew, "Go on").click();
            assertThat(anew.locator(".morning")).containsText("Marsh Bakery");
            anew.navigate(server.url() + "/me/sessions");
            assertThat(anew.locator(".lines tbody tr")).hasCount(2);
        }
        page.navigate(server.url() + "/agency/people");
        page.getByText("Otto Reed").click();
        buyer.press("Take the second factor off");
        assertThat(page.locator(".lines tr.on")).containsText("off");
        other.reload();
        assertThat(other).hasURL(Pattern.compile(".*/signin.*"));
    }

    @Test
    @Order(7)
    void whoLeavesIsOutAndTheTrailTellsIt() {
        buyer.press("They leave");
        buyer.press("They leave");
        assertThat(page.locator(".lines")).containsText("left ");
        other.getByLabel("E-mail").fill("otto@heronsgate.example");
        other.getByLabel("Password").fill("eleven damp otters");
        button(other, "Sign in").click();
        assertThat(other.locator(".ant-alert")).containsText("do not go together");
        page.navigate(server.url() + "/agency/trail");
        for (String deed : List.of(
                "named the agency",
                "took a client on",
                "launched",
                "invited Otto Reed",
                "chose a password by a link",
                "turned a second factor on",
                "took a second factor off",
                "was refused: signed in")) {
            assertThat(page.locator(".trail-lines")).containsText(deed);
        }
    }

    private Locator agencyLine(String words) {
        return page.locator(".lines tr", new Page.LocatorOptions().setHasText(words));
    }

    /** Taken away, brought back, taken away again and erased: of all that it was, no table says a word, and there is a paper of it. */
    @Test
    @Order(8)
    void aClientIsErasedAndAPaperSaysSo() throws Exception {
        assertThat(server.tablesSaying("Marsh Bakery")).contains("client");
        assertThat(server.tablesSaying("marshbakery")).contains("creative", "live_item");
        page.navigate(server.url() + "/agency/clients");
        agencyLine("Marsh Bakery").getByText("Take away…").click();
        assertThat(page.locator(".ant-modal")).containsText("1 running ad is paused first");
        assertThat(page.locator(".ant-modal")).containsText("1 campaign was entered by hand");
        buyer.press("Take it away");
        agencyLine("Marsh Bakery").getByText("Bring back").click();
        page.locator(".lines a", new Page.LocatorOptions().setHasText("Marsh Bakery"))
                .waitFor();
        agencyLine("Marsh Bakery").getByText("Take away…").click();
        buyer.press("Take it away");
        agencyLine("Marsh Bakery").getByText("Erase now…").click();
        page.getByLabel("Type its name to go on").fill("Marsh Bakery");
        buyer.press("Erase it");
        assertThat(page.locator(".taken-away").last()).containsText("1 campaign left to people to end");
        Locator certificate = page.locator(".taken-away .mono a").first();
        Path kept = page.waitForDownload(certificate::click).path();
        assertThat(Files.readAllBytes(kept)).startsWith("%PDF-".getBytes(StandardCharsets.US_ASCII));
        assertThat(page.locator(".work")).not().containsText("Marsh Bakery");
        for (String words : List.of("Marsh Bakery", "marshbakery", "Bread lovers", "Home bakers", "Rye, still warm")) {
            assertThat(server.tablesSaying(words)).as(words).isEmpty();
        }
        page.navigate(server.url() + "/agency/trail");
        assertThat(page.locator(".trail-lines")).containsText("erased a client");
    }

    /** Who came, failed and left is in the trail, and nowhere in a log. */
    @Test
    @Order(9)
    void theLogSaysNothingOfPeople() throws Exception {
        assertThat(Files.readString(server.log()))
                .contains("Started TidewrackApplication")
                .doesNotContain("heronsgate.example", "Nell", "Otto", PASSWORD, "damp otters", secret, paper.get(1));
    }
}
