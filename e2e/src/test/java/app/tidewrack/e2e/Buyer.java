package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;

import com.google.gson.JsonObject;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.CDPSession;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ReducedMotion;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CopyOnWriteArraySet;
import java.util.function.IntFunction;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/** A buyer at a screen of 1280 by 800: what a person does there, in the words that stand there. */
final class Buyer implements AutoCloseable {
    /** As dates are typed. */
    static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("d MMM yyyy", Locale.UK);

    private static final Set<Buyer> SITTING = new CopyOnWriteArraySet<>();

    private final Playwright playwright = Playwright.create();
    private final Browser browser = playwright
            .chromium()
            .launch(new BrowserType.LaunchOptions()
                    .setExecutablePath(Path.of("/usr/bin/chromium"))
                    .setArgs(List.of(
                            "--no-sandbox",
                            "--disable-gpu",
                            "--disable-quic",
                            "--no-first-run",
                            "--disable-background-networking",
                            "--disable-component-update",
                            "--disable-sync")));
    final Page page = another();

    /**
     * The one limit of whatever a journey waits for. It is no claim about speed (that is measured in bench): it only ends one that would
     * wait for good, and is far longer than a busy machine needs.
     */
    private static final int MOST_MILLIS = 180_000;

    static {
        PlaywrightAssertions.setDefaultAssertionTimeout(MOST_MILLIS);
    }

    /**
     * A page of its own in the same browser, with no session, that waits as long as a busy machine may need. It asks for stillness: nobody
     * presses a button of a dialog that is still growing, but a journey would. It thinks the network is away, as a browser may of a machine
     * that has none but its own; the server is there all the same.
     */
    Page another() {
        Page another = browser.newPage(
                new Browser.NewPageOptions().setViewportSize(1280, 800).setReducedMotion(ReducedMotion.REDUCE));
        another.setDefaultTimeout(MOST_MILLIS);
        another.addInitScript("addEventListener('load', () => dispatchEvent(new Event('offline')))");
        WhatWasSeen.watch(another);
        return another;
    }

    Buyer() {
        SITTING.add(this);
    }

    /** Every page that a journey has open, those of other people it brought along as well. */
    static Stream<Page> pages() {
        return SITTING.stream().flatMap(b -> b.browser.contexts().stream()).flatMap(c -> c.pages().stream());
    }

    /** Until it is detached, each answer takes 150 ms longer: none is quick enough to hide what is drawn before it. */
    CDPSession slowly() {
        JsonObject line = new JsonObject();
        line.addProperty("offline", false);
        line.addProperty("latency", 150);
        line.addProperty("downloadThroughput", -1);
        line.addProperty("uploadThroughput", -1);
        CDPSession devtools = page.context().newCDPSession(page);
        devtools.send("Network.enable");
        devtools.send("Network.emulateNetworkConditions", line);
        return devtools;
    }

    void signIn(String email) {
        page.navigate(Installation.URL + "/signin");
        page.getByLabel("E-mail").fill(email);
        page.getByLabel("Password").fill("mend-the-sail");
        press("Sign in");
        page.locator(".morning h1").waitFor();
    }

    void open(String path) {
        page.navigate(Installation.URL + path);
    }

    /** Opens a thing of a client's screen; what stood there before it is gone then. */
    void open(String client, String screen, String thing) {
        open("/c/" + client + "/" + screen);
        page.locator(".things .thing", new Page.LocatorOptions().setHasText(thing))
                .first()
                .click();
        assertThat(page.locator(".head h1")).hasText(thing);
    }

    /** Goes to a screen by the rail. */
    void rail(String screen) {
        page.getByRole(AriaRole.NAVIGATION)
                .getByRole(
                        AriaRole.LINK,
                        new Locator.GetByRoleOptions().setName(screen).setExact(true))
                .click();
    }

    /** Presses a button; of several by that name the one that was opened last, as a person would see it. */
    void press(String button) {
        page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(button))
                .last()
                .click();
    }

    void lens(String lens) {
        page.getByLabel("Lens")
                .getByText(lens, new Locator.GetByTextOptions().setExact(true))
                .click();
    }

    /** Waits until the top line says so. */
    void kept() {
        page.locator(".kept", new Page.LocatorOptions().setHasText("All kept, "))
                .waitFor();
    }

    /** The day of the practice clock, which reads such as {@code Tue 23 Mar 06:00}. */
    LocalDate today() {
        String[] words = page.getByTestId("clock").locator("b").innerText().split(" ");
        return LocalDate.parse(
                words[1] + " " + words[2] + " 2027", DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH));
    }

    /** A plan whose first campaign tests on cold people for two weeks at 10 a row, whatever the one at hand does. */
    void startPlan(String name, String objective) {
        press("Start another plan");
        page.getByLabel("Name of the plan").fill(name);
        page.getByLabel(Pattern.compile("^(Each new row|All rows together), ")).fill("10");
        choose("Objective", objective);
        page.getByLabel("Last day").fill(DAY.format(today().plusDays(13)));
        page.getByLabel("Last day").press("Enter");
        usualWay();
        press("Start it");
    }

    /** In the form of a campaign: a test on cold people, money a day for each row, as far as the network lets choose. */
    void usualWay() {
        for (String way : List.of("Cold", "Testing", "a day", "each row")) {
            Locator choice =
                    page.locator(".ant-drawer:visible .ant-segmented-item", new Page.LocatorOptions().setHasText(way));
            if (choice.count() > 0) {
                choice.first().click();
            }
        }
    }

    /** Moves the practice clock, {@code 1 hour} or {@code 1 day}, and waits until it stands. */
    void move(String by) {
        Locator clock = page.getByTestId("clock");
        String before = clock.locator("b").innerText();
        clock.click();
        press("On by " + by);
        page.keyboard().press("Escape");
        assertThat(clock).not().containsText(before);
        assertThat(clock).containsText("Practice clock");
    }

    void choose(String label, String typed) {
        Locator box = page.getByLabel(label, new Page.GetByLabelOptions().setExact(true))
                .last();
        box.click();
        if (box.isEditable()) {
            box.fill(typed);
        }
        page.locator(".ant-select-dropdown:visible .ant-select-item-option")
                .filter(new Locator.FilterOptions().setHasText(typed))
                .first()
                .click();
    }

    /** Adds a condition's line by its button and the kind in its menu, and chooses terms on it. */
    void condition(String button, String kind, String... terms) {
        Locator adder = page.locator(".adder", new Page.LocatorOptions().setHasText(button));
        boolean menu = adder.innerText().contains("▾");
        adder.click();
        if (menu) {
            page.locator(".ant-dropdown:visible")
                    .getByRole(AriaRole.MENUITEM, new Locator.GetByRoleOptions().setName(kind))
                    .click();
        }
        for (String term : terms) {
            choose(kind, term);
        }
        page.keyboard().press("Escape");
    }

    /** An audience on Hearthside in some cities, of grown-ups. */
    void describe(String name, String... cities) {
        open("/c/oddment/audiences");
        page.locator(".add-thing").first().waitFor();
        Locator here = page.getByText("New audience on Hearthside GBP");
        if (here.count() > 0) {
            here.click();
        } else {
            choose("New audience", "Hearthside GBP");
        }
        assertThat(page.locator(".head h1")).containsText("New audience");
        page.getByLabel("Name of the audience").fill(name);
        for (String city : cities) {
            choose("Add a place", city);
            assertThat(page.locator("[data-step=PLACES]")).containsText(city);
        }
        page.getByLabel("Youngest age").fill("18");
        page.getByLabel("Oldest age").fill("65");
        page.getByLabel("Oldest age").press("Tab");
        kept();
    }

    void key(String key) {
        page.locator(".sheet").press(key);
    }

    Locator cell(int row, int column) {
        return page.locator("#cell-" + row + "-" + column);
    }

    String text(String testId) {
        return page.getByTestId(testId).innerText();
    }

    /** From a file, as a person does: content handed through the driver takes many seconds when it is large. */
    void upload(String name, byte[] content) {
        try {
            Path file = Files.createTempDirectory("upload").resolve(name);
            Files.write(file, content);
            page.locator("input[type=file]").setInputFiles(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Takes the table of a launch that was handed over, and fills it in.
     *
     * @param lastCells the id and whether it is done, of each line from 1
     */
    String filledIn(IntFunction<String> lastCells) throws IOException {
        Download csv = page.waitForDownload(() -> page.getByText("CSV", new Page.GetByTextOptions().setExact(true))
                .click());
        String[] lines = Files.readString(csv.path()).split("\r\n");
        StringBuilder filled = new StringBuilder(lines[0]).append("\r\n");
        for (int i = 1; i < lines.length; i++) {
            filled.append(lines[i], 0, lines[i].lastIndexOf(',', lines[i].lastIndexOf(',') - 1) + 1)
                    .append(lastCells.apply(i))
                    .append("\r\n");
        }
        return filled.toString();
    }

    /** A real PNG in one colour with a bar across. */
    static byte[] picture(int width, int height, Color colour) throws IOException {
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setColor(colour);
        graphics.fillRect(0, 0, width, height);
        graphics.setColor(colour.darker());
        graphics.fillRect(0, height / 3, width, height / 5);
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "PNG", out);
        return out.toByteArray();
    }

    @Override
    public void close() {
        SITTING.remove(this);
        browser.close();
        playwright.close();
    }
}
