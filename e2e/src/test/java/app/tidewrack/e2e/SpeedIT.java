package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserContext;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ReducedMotion;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.condition.EnabledIfSystemProperty;

/**
 * Measures what a person waits for in the browser and prints each figure beside its limit; run by {@code ./tidewrack bench
 * -Dbench.parts=screens} on a machine that does nothing else. It fails where nothing was measured, and on no figure.
 */
@EnabledIfSystemProperty(named = "tidewrack.speed", matches = ".+")
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SpeedIT extends SignedIn {
    private static final int LOADS = 10;
    private static final int ROUNDS = 10;
    private static final int KEYS = 200;

    /** About as fast as somebody presses who knows where they go. */
    private static final int BETWEEN_KEYS_MILLIS = 120;

    private static final List<String> SCREENS =
            List.of("Desk", "Brief", "Audiences", "Creative", "Forms", "Plan", "Launch", "Results", "Rules");

    /** Answers when the screen has its heading and waits for nothing, by the clock that began with the page. */
    private static final String SETTLED = """
            () => new Promise((done) => {
              const look = () => {
                const there = document.querySelector("h1") && !document.querySelector("[aria-busy=true], .ant-spin-spinning");
                if (there) requestAnimationFrame(() => done(performance.now()));
                else requestAnimationFrame(look);
              };
              look();
            })""";

    private static final String FOLLOWED = """
            (name) => new Promise((done) => {
              const link = [...document.querySelectorAll("nav a")].find((a) => a.textContent.trim() === name);
              const began = performance.now();
              link.click();
              const look = () => {
                const there = link.getAttribute("aria-current") === "page" && document.querySelector("h1")
                  && !document.querySelector("[aria-busy=true], .ant-spin-spinning");
                if (there) requestAnimationFrame(() => done(performance.now() - began));
                else requestAnimationFrame(look);
              };
              requestAnimationFrame(look);
            })""";

    /** The browser's own measure from a key to the next picture (Event Timing, in steps of 8 ms; under 16 ms it tells of none). */
    private static final String WATCH = """
            () => {
              window.pictures = [];
              new PerformanceObserver((list) => {
                for (const e of list.getEntries()) if (e.name === "keydown") window.pictures.push(e.duration);
              }).observe({ type: "event", durationThreshold: 16 });
            }""";

    private static void print(String what, List<Double> millis, int limit) {
        assertThat(millis).as(what).isNotEmpty();
        List<Double> sorted = millis.stream().sorted().toList();
        double worst = sorted.get((int) Math.ceil(sorted.size() * 0.95) - 1);
        System.out.printf(
                "%-44s median %6.0f ms  95th of 100 %6.0f ms  at most %d  %s%n",
                what, sorted.get(sorted.size() / 2), worst, limit, worst <= limit ? "met" : "NOT MET");
    }

    private static double millis(Object told) {
        return ((Number) told).doubleValue();
    }

    /** The house and the sheet, each in a browser that never saw them. */
    @Test
    @Order(1)
    void firstLoads() throws Exception {
        Calls.Sheet sheet = sheet();
        String session = page.context().storageState();
        Map<String, String> paths =
                Map.of("the morning", "/", "a sheet of 100 × 100", "/c/oddment/plan/" + sheet.planId());
        paths.forEach((what, path) -> {
            List<Double> loads = new ArrayList<>();
            for (int i = 0; i < LOADS; i++) {
                try (BrowserContext fresh = page.context()
                        .browser()
                        .newContext(new Browser.NewContextOptions()
                                .setStorageState(session)
                                .setViewportSize(1280, 800)
                                .setReducedMotion(ReducedMotion.REDUCE))) {
                    Page first = fresh.newPage();
                    first.navigate(Installation.URL + path);
                    loads.add(millis(first.evaluate(SETTLED)));
                }
            }
            print("first load, " + what, loads, 1_000);
        });
    }

    private static Calls.Sheet sheet() throws Exception {
        return new Calls(Installation.URL, "ines@withyandoar.example").sheet("oddmenths", "Speed", 100, 100, "1");
    }

    @Test
    @Order(2)
    void screensThatWereSeenBefore() {
        buyer.open("/c/oddment");
        page.evaluate(SETTLED);
        for (String screen : SCREENS) {
            page.evaluate(FOLLOWED, screen);
            page.waitForTimeout(500);
        }
        for (String screen : SCREENS) {
            List<Double> warm = new ArrayList<>();
            for (int i = 0; i < ROUNDS; i++) {
                page.evaluate(FOLLOWED, screen.equals("Desk") ? "Brief" : "Desk");
                page.waitForTimeout(200);
                warm.add(millis(page.evaluate(FOLLOWED, screen)));
                page.waitForTimeout(200);
            }
            print("warm, " + screen, warm, 300);
        }
    }

    @Test
    @Order(3)
    void keysOnALargeSheet() {
        buyer.open("/c/oddment/plan");
        buyer.choose("Plan", "Speed");
        buyer.cell(0, 0).click();
        page.waitForTimeout(2_000);
        for (String key : List.of("ArrowDown", "ArrowRight", "Space", "PageDown", "Shift+ArrowDown")) {
            page.evaluate(WATCH);
            for (int i = 0; i < KEYS; i++) {
                page.keyboard().press(key);
                page.waitForTimeout(BETWEEN_KEYS_MILLIS);
            }
            List<?> told = (List<?>) page.evaluate("() => window.pictures");
            List<Double> pictures = new ArrayList<>();
            told.forEach(t -> pictures.add(millis(t)));
            while (pictures.size() < KEYS) {
                pictures.add(16.0);
            }
            print("a key to its picture, " + key, pictures, 50);
            page.keyboard().press("Control+Home");
        }
    }
}
