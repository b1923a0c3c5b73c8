package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.ElementHandle;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.ForcedColors;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Every screen and what opens on it, for every eye and hand: axe-core finds nothing in the light and in the dark; on a small laptop nothing
 * is cut; on a phone no page scrolls sideways; and at 200 % of 1280 by 800, by keyboard, whatever can be pressed can be brought to where it
 * is seen with nothing before it, and where one is can be told from its ring (WCAG 2.2, 1.4.4, 1.4.10, 2.4.7 and 2.4.11).
 */
class EveryEyeIT extends SignedIn {
    /** What a screen asks for has come, and nothing is on its way any more. */
    private static final int SETTLED_MILLIS = 1_000;

    private static final int LAPTOP = 1024;
    private static final int PHONE = 390;
    private static final int WIDTH = 640;
    private static final int HEIGHT = 400;

    /** What stands beyond the edge of what clips it, or of the page, and cannot be scrolled to. */
    private static final String CUT = """
            () => [...document.querySelectorAll("button, a[href], input, h1, h2, td, th, .ant-segmented")].flatMap(e => {
              if (!e.checkVisibility({ visibilityProperty: true }) || e.closest(".unseen, .skip")) return [];
              const box = e.getBoundingClientRect();
              let edge = document.documentElement;
              for (let room = e.parentElement; room; room = room.parentElement) {
                const how = getComputedStyle(room).overflowX;
                if (/auto|scroll/.test(how)) return [];
                if (/hidden|clip/.test(how)) {
                  edge = room;
                  break;
                }
              }
              const out = edge.getBoundingClientRect();
              return box.width && (box.right > out.right + 1.5 || box.left < out.left - 1.5)
                ? [`${e.tagName} ${e.className} “${(e.innerText || e.ariaLabel || "").slice(0, 30)}” ends at ${Math.round(box.right)}`]
                : [];
            })""";

    /** How wide what is typed into is, in its order. */
    private static final String LINES = """
            () => [...document.querySelectorAll("input:not([type=checkbox], [type=radio]), textarea")]
              .filter(e => e.checkVisibility())
              .map(e => [e.ariaLabel || e.id || e.placeholder, (e.closest(".ant-select") ?? e).getBoundingClientRect().width])""";

    /** What keeps less than 45 % of its width, though the page lost but a fifth, and what is read a few letters a line. */
    private static final String SQUEEZED = """
            before => {
              const now = (%s)();
              const typed = now.length !== before.length ? [] : now.flatMap(([name, width], i) =>
                width < 0.45 * before[i][1] ? [`${name}: ${Math.round(before[i][1])} to ${Math.round(width)}`] : []);
              const own = e => [...e.childNodes].filter(n => n.nodeType === 3).map(n => n.data.trim()).join("");
              const read = [...document.querySelectorAll("main *, [role=dialog] *")].flatMap(e => {
                const { width, height } = e.getBoundingClientRect();
                return width < 48 && height > 60 && own(e).length >= 20 ? [`“${own(e)}”: ${Math.round(width)}`] : [];
              });
              return [...typed, ...read];
            }""".formatted(LINES);

    /**
     * What opens on a screen.
     *
     * @param at the screen of Oddment & Thread; empty for its desk
     * @param pressed to see it, in turn: buttons by their names, and places on the page as Playwright finds them
     */
    private record Opened(String what, String at, List<String> pressed) {
        @Override
        public String toString() {
            return what;
        }
    }

    private static final List<Opened> OPENED = List.of(
            new Opened("the keys of the sheet", "/plan", List.of("keys")),
            new Opened("adding rows", "/plan", List.of("Add…", ".ant-dropdown-menu-item >> nth=0")),
            new Opened("adding creatives", "/plan", List.of("Add…", ".ant-dropdown-menu-item >> nth=1")),
            new Opened("a split", "/plan", List.of("#cell-0-0", "Split row by…")),
            new Opened("delivery", "/plan", List.of("#cell-0-0", "Bid, hours…")),
            new Opened("spreading money", "/plan", List.of("#cell-0-0", "More…", "text=Spread")),
            new Opened("what was changed", "/plan", List.of("#cell-0-0", "More…", "text=What was changed")),
            new Opened(
                    "copying to another account",
                    "/plan",
                    List.of("#cell-0-0", "More…", ".ant-dropdown-menu-item:has-text('nother account')")),
            new Opened("a campaign's form", "/plan", List.of("change")),
            new Opened("another plan", "/plan", List.of("Start another plan")),
            new Opened("topics", "/audiences", List.of("text=Knitters, direct interest", "Browse")),
            new Opened(
                    "the map, large", "/audiences", List.of("text=Menders near the two shops", "Open the map large")),
            new Opened("a lookalike", "/audiences", List.of("text=Like buyers on Jumpcut")),
            new Opened("a new source", "/audiences", List.of("New source")),
            new Opened("overlap", "/audiences", List.of(".head .ant-segmented-item >> nth=1")),
            new Opened("networks side by side", "/audiences", List.of(".head .ant-segmented-item >> nth=3")),
            new Opened("a creative", "/creative", List.of("text=Darned sock, before")),
            new Opened("one part varied", "/creative", List.of("text=Darned sock, before", "Vary one part…")),
            new Opened("a mix", "/creative", List.of("text=Kits, mixed by the network")),
            new Opened("a frame of one's own", "/creative/write", List.of("text=Make one like it")),
            new Opened("a film", "/creative/films", List.of("text=Before the frost")),
            new Opened("a lead form", "/forms", List.of("text=Mending evening")),
            new Opened("a lead", "/forms/leads", List.of(".lead >> nth=3")),
            new Opened("sending leads on", "/forms/leads", List.of("Send on…")),
            new Opened("what was erased", "/forms/leads", List.of("Erased…")),
            new Opened("numbers of one's own", "/results", List.of("Numbers of your own")),
            new Opened("keeping a view", "/results", List.of("Keep view…")),
            new Opened("the next campaign", "/results", List.of("Next campaign…")),
            new Opened("refusing advice", "/results/advice", List.of("Refuse…")),
            new Opened("an account to open", "/brief", List.of("Open an account")),
            new Opened("pausing everything", "", List.of("Pause everything…")),
            new Opened("what a person may", "", List.of(".person")),
            new Opened("the clock", "", List.of("[data-testid=clock]")),
            new Opened("finding and doing", "", List.of(".find")));

    /** Of all that can be reached by Tab: what cannot be brought into sight, or shows no ring there. */
    private static final String OUT_OF_REACH = """
            async () => {
              const faults = [];
              const roomsOf = (e) => e.parentElement
                ? [...(/auto|scroll/.test(getComputedStyle(e.parentElement).overflowY) ? [e.parentElement] : []), ...roomsOf(e.parentElement)]
                : [];
              const all = document.querySelectorAll(
                'a[href], button, input, select, textarea, summary, [tabindex]:not([tabindex="-1"])');
              const shown = [...all].filter((e) => !e.disabled && !e.closest('[aria-hidden=true], [inert], fieldset:disabled')
                && e.tabIndex >= 0 && e.checkVisibility({ visibilityProperty: true }));
              for (const e of shown.slice(0, 120)) {
                const name = `${e.tagName} ${e.className} “${(e.innerText || e.ariaLabel || e.id || '').slice(0, 30)}”`;
                e.scrollIntoView({ block: 'center', inline: 'center', behavior: 'instant' });
                e.focus({ focusVisible: true, preventScroll: true });
                // A tick or a choice is a small thing over which its drawing lies; what is drawn is what has to be seen.
                const drawn = e.closest('.ant-checkbox-wrapper, .ant-radio-wrapper, .ant-segmented-item, .ant-select, .ant-switch,'
                  + ' .ant-slider, .ant-picker, label') ?? e;
                const box = drawn.getBoundingClientRect();
                // What is higher than the room it is scrolled in cannot be seen at once.
                const high = box.height > Math.min(innerHeight, ...roomsOf(drawn).map((room) => room.clientHeight));
                if (box.left < -1 || box.right > innerWidth + 1 && box.width <= innerWidth
                    || !high && (box.bottom > innerHeight + 1 || box.top < -1)) {
                  faults.push(`${name} is at ${Math.round(box.left)}–${Math.round(box.right)}, ${Math.round(box.top)}–${Math.round(box.bottom)}`);
                  continue;
                }
                const at = document.elementFromPoint(
                  Math.min(innerWidth - 1, Math.max(0, (box.left + box.right) / 2)),
                  Math.min(innerHeight - 1, Math.max(0, (box.top + box.bottom) / 2)));
                if (!at || !(drawn.contains(at) || at.contains(drawn))) faults.push(`${name} has ${at?.className} before it`);
                const ring = () => [e, drawn, e.parentElement, ...drawn.querySelectorAll('*')].some((r) => {
                  const s = getComputedStyle(r);
                  const after = getComputedStyle(r, '::after');
                  return s.outlineStyle !== 'none' && parseFloat(s.outlineWidth) > 0 || s.boxShadow !== 'none'
                    || after.outlineStyle !== 'none' && parseFloat(after.outlineWidth) > 0;
                });
                // Some grow into their ring.
                if (!ring()) await new Promise((grown) => setTimeout(grown, 400));
                if (!ring()) faults.push(`${name} shows no ring`);
              }
              // What listens to the pointer, by what React keeps beside each element, and has nothing in it or around it that a key reaches.
              const keys = 'a[href], button, input, select, textarea, summary, [tabindex]';
              for (const e of document.querySelectorAll('main *, aside *, header *, nav *')) {
                const props = e[Object.keys(e).find((k) => k.startsWith('__reactProps$')) ?? ''];
                if ((props?.onClick || props?.onDoubleClick) && !e.closest('[aria-hidden=true]')
                    && !e.matches(keys) && !e.querySelector(keys) && !e.closest(keys + ', label')) {
                  faults.push(`${e.tagName} ${e.className} “${e.textContent.slice(0, 30)}” is for the pointer alone`);
                }
              }
              return faults;
            }""";

    @ParameterizedTest
    @ValueSource(
            strings = {
                "/",
                "/c/oddment",
                "/c/oddment/brief",
                "/c/oddment/audiences",
                "/c/oddment/creative",
                "/c/oddment/creative/many",
                "/c/oddment/creative/deck",
                "/c/oddment/creative/write",
                "/c/oddment/creative/sheet",
                "/c/oddment/creative/said",
                "/c/oddment/creative/films",
                "/c/oddment/creative/posts",
                "/c/oddment/forms",
                "/c/oddment/forms/leads",
                "/c/oddment/plan",
                "/c/oddment/launch",
                "/c/oddment/launch/sign-offs",
                "/c/oddment/results",
                "/c/oddment/results/tests",
                "/c/oddment/results/works",
                "/c/oddment/results/works?way=mixes",
                "/c/oddment/results/works?way=films",
                "/c/oddment/results/advice",
                "/c/oddment/report",
                "/c/oddment/rules",
                "/c/oddment/rules/links",
                "/c/oddment/rules/codes",
                "/c/oddment/rules/elsewhere",
                "/agency",
                "/agency/clients",
                "/agency/people",
                "/agency/trail",
                "/me",
                "/me/second-factor",
                "/me/preferences",
                "/me/sessions",
                "/me/tokens"
            })
    void allOfAScreenIsWithinReach(String screen) {
        buyer.open(screen);
        page.locator("h1").first().waitFor();
        page.waitForLoadState();
        page.waitForTimeout(SETTLED_MILLIS);
        Eyes.see(page, screen);
        ElementHandle spaced = page.addStyleTag(new Page.AddStyleTagOptions().setContent(SPACED));
        assertThat((List<?>) page.evaluate(CUT))
                .as("cut when spaced on %s", screen)
                .isEmpty();
        spaced.evaluate("style => style.remove()");
        onLaptop(screen);
        page.setViewportSize(PHONE, 844);
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .as("width of %s on a phone", screen)
                .isLessThanOrEqualTo(PHONE);
        page.setViewportSize(WIDTH, HEIGHT);
        page.waitForTimeout(300);
        assertThat((Integer) page.evaluate("document.documentElement.scrollWidth"))
                .as("width of %s", screen)
                .isLessThanOrEqualTo(WIDTH);
        assertThat(page.locator("body").innerText())
                .as("days are read, not dates as programs write them, on %s", screen)
                .doesNotContainPattern("\\b20\\d\\d-\\d\\d-\\d\\d\\b");
        List<?> faults = (List<?>) page.evaluate(OUT_OF_REACH);
        assertThat(faults).as(screen).isEmpty();
        page.setViewportSize(2 * WIDTH, 2 * HEIGHT);
    }

    private static void onLaptop(String what) {
        Object lines = page.evaluate(LINES);
        page.setViewportSize(LAPTOP, 768);
        page.waitForTimeout(300);
        assertThat((List<?>) page.evaluate(SQUEEZED, lines))
                .as("squeezed at %d pixels on %s", LAPTOP, what)
                .isEmpty();
        assertThat((List<?>) page.evaluate(CUT))
                .as("cut at %d pixels on %s", LAPTOP, what)
                .isEmpty();
    }

    /** Letters, lines and words as far apart as anybody may set them (WCAG 2.2, 1.4.12). */
    private static final String SPACED = """
            * { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
            p { margin-bottom: 2em !important }""";

    static Stream<Opened> opened() {
        return OPENED.stream();
    }

    /** A sheet that has rows, creatives and findings. */
    private static void openSheet() {
        buyer.open("/c/oddment");
        page.getByRole(AriaRole.MAIN)
                .getByRole(AriaRole.LINK, new Locator.GetByRoleOptions().setName("Moths, spring cold test"))
                .first()
                .click();
        page.locator(".sheet").waitFor();
    }

    @ParameterizedTest
    @MethodSource("opened")
    void nothingThatOpensStandsInAnybodysWay(Opened opened) {
        if (opened.at().equals("/plan")) {
            openSheet();
        } else {
            buyer.open("/c/oddment" + opened.at());
        }
        for (String pressed : opened.pressed()) {
            if (pressed.matches("[.#\\[].*|text=.*")) {
                page.locator(pressed).first().click();
            } else {
                buyer.press(pressed);
            }
        }
        page.waitForTimeout(SETTLED_MILLIS);
        Eyes.see(page, opened.what());
        onLaptop(opened.what());
        page.setViewportSize(2 * WIDTH, 2 * HEIGHT);
        page.keyboard().press("Escape");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Structure", "Money", "Names", "Checks", "Review", "Results"})
    void noLensOfTheSheetStandsInAnybodysWay(String lens) {
        openSheet();
        buyer.lens(lens);
        page.waitForTimeout(SETTLED_MILLIS);
        Eyes.see(page, lens);
    }

    @Test
    void whoeverForcesColoursSeesWhatIsDrawn() {
        buyer.open("/c/oddment/audiences");
        page.locator(".temperature i.on").first().waitFor();
        page.emulateMedia(new Page.EmulateMediaOptions().setForcedColors(ForcedColors.ACTIVE));
        String ground = "i => getComputedStyle(i).backgroundColor";
        assertThat(page.locator(".temperature i.on").first().evaluate(ground))
                .isNotEqualTo(page.locator(".temperature i:not(.on)").first().evaluate(ground));
        page.emulateMedia(new Page.EmulateMediaOptions().setForcedColors(ForcedColors.NONE));
    }

    @Test
    void thePageBeforeTheHouseIsForEveryEyeToo() {
        Page door = buyer.another();
        door.navigate(Installation.URL + "/signin");
        door.getByLabel("E-mail").waitFor();
        Eyes.see(door, "the door");
        door.close();
    }

    /** The browser of all journeys asks for stillness, as people do whom movement makes ill (WCAG 2.2, 2.3.3). */
    @Test
    void nothingMovesForWhoeverAsksForStillness() {
        buyer.open("/c/oddment/plan");
        buyer.press("Start another plan");
        page.getByLabel("Name of the plan").waitFor();
        assertThat((Integer) page.evaluate("document.getAnimations().length"))
                .as("movements")
                .isZero();
        assertThat(page.locator("[class*=-appear], [class*=-enter], [class*=-leave]")
                        .count())
                .as("things on their way")
                .isZero();
        page.keyboard().press("Escape");
        PlaywrightAssertions.assertThat(page.locator(".ant-modal:visible")).hasCount(0);
    }
}
