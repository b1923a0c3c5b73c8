package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.assertions.PlaywrightAssertions;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Every screen at 200 % of 1280 by 800, by keyboard: the page never scrolls sideways, whatever can be pressed can be brought to where it is
 * seen with nothing before it, and where one is can be told from its ring (WCAG 2.2, 1.4.4, 2.4.7 and 2.4.11).
 */
class TwiceTheSizeIT extends SignedIn {
    private static final int WIDTH = 640;
    private static final int HEIGHT = 400;

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
                "/c/oddment/creative/films",
                "/c/oddment/creative/posts",
                "/c/oddment/forms",
                "/c/oddment/forms/leads",
                "/c/oddment/plan",
                "/c/oddment/launch",
                "/c/oddment/results",
                "/c/oddment/results/tests",
                "/c/oddment/results/works",
                "/c/oddment/results/advice",
                "/c/oddment/report",
                "/c/oddment/rules",
                "/agency",
                "/agency/clients",
                "/agency/people",
                "/agency/trail",
                "/me",
                "/me/second-factor",
                "/me/sessions",
                "/me/tokens"
            })
    void allOfAScreenIsWithinReach(String screen) {
        page.setViewportSize(WIDTH, HEIGHT);
        buyer.open(screen);
        page.locator("h1").first().waitFor();
        page.waitForLoadState();
        page.waitForTimeout(1_500);
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
