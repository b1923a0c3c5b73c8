package app.tidewrack.e2e;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Keyboard;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.AriaRole;
import com.microsoft.playwright.options.KeyboardModifier;
import java.util.List;
import java.util.regex.Pattern;

/** How somebody who knows the product gets to what they press or fill in; what they do there is the same. */
enum Hand {
    /** With a pointer, and with keys where they are nearer. */
    POINTER {
        @Override
        void press(Locator what, String name) {
            what.click();
        }

        @Override
        void to(Locator field, String name) {
            field.click();
        }

        @Override
        void switchAd(Buyer buyer, int row, int column) {
            buyer.cell(row, column).click(new Locator.ClickOptions().setModifiers(List.of(KeyboardModifier.CONTROL)));
        }
    },

    /** Without one: by Tab where it stands near, by its name where it does not. */
    KEYS {
        @Override
        void press(Locator what, String name) {
            if (!near(what)) {
                byName(what, name);
                return;
            }
            boolean box = "checkbox".equals(what.getAttribute("type"));
            what.page().keyboard().press(box ? "Space" : "Enter");
        }

        @Override
        void tick(Locator box, String name, boolean more) {
            boolean looking = box.page().locator("[cmdk-input]").count() > 0;
            if (!looking && near(box)) {
                box.page().keyboard().press("Space");
                return;
            }
            find(box, name, !looking);
            box.page().keyboard().press(more ? "Shift+Enter" : "Enter");
        }

        @Override
        void to(Locator field, String name) {
            if (!near(field)) {
                byName(field, name);
                assertThat(field).isFocused();
            }
        }

        @Override
        void switchAd(Buyer buyer, int row, int column) {
            Keyboard keys = buyer.page.keyboard();
            String at = buyer.page.locator(".sheet").getAttribute("aria-activedescendant");
            int[] from = at == null ? new int[] {0, 0} : cellOf(at);
            for (int i = from[0]; i < row; i++) {
                keys.press("ArrowDown");
            }
            for (int i = from[1]; i < column; i++) {
                keys.press("ArrowRight");
            }
            keys.press("Space");
        }
    };

    private static final int MOST_ITEMS = 12;

    /** A list as short as this is pressed on sooner than typed into. */
    private static final int AT_A_GLANCE = 6;

    /** How many stops of Tab are fewer keys than to say its name. */
    private static final int NEAR = 3;

    private static final String STOPS_BETWEEN = """
            target => {
              const within = target.closest("[role=dialog]") ?? document;
              const stops = [...within.querySelectorAll("a[href], button, input, select, textarea, [tabindex]")]
                .filter(e => e.tabIndex >= 0 && !e.matches(":disabled") && e.checkVisibility());
              const [from, to] = [document.activeElement, target].map(e => stops.indexOf(e));
              return from < 0 || to < 0 ? 99 : to - from;
            }""";

    /** Presses a button, a link or a box. */
    abstract void press(Locator what, String name);

    /** Gives a field the focus. */
    abstract void to(Locator field, String name);

    /** Switches one ad of the sheet that has the focus; by keys from the ad at hand down and to the right. */
    abstract void switchAd(Buyer buyer, int row, int column);

    void press(Page page, String button) {
        press(
                page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(button))
                        .last(),
                button);
    }

    /** Ticks boxes by their names, one after another. */
    void tick(Locator within, String... names) {
        for (int i = 0; i < names.length; i++) {
            tick(box(within, names[i]), names[i], i < names.length - 1);
        }
        for (String name : names) {
            assertThat(box(within, name)).isChecked();
        }
    }

    private static Locator box(Locator within, String name) {
        return within.getByRole(
                AriaRole.CHECKBOX, new Locator.GetByRoleOptions().setName(name).setExact(true));
    }

    /** @param more whether another is ticked next */
    void tick(Locator box, String name, boolean more) {
        press(box, name);
    }

    /** From a list that opens, by a few letters of what stands there. */
    void choose(Page page, String label, String letters) {
        to(page.getByLabel(label, new Page.GetByLabelOptions().setExact(true)).last(), label);
        if (this == POINTER) {
            Locator list = page.locator(".ant-select-dropdown:visible .ant-select-item-option");
            list.first().waitFor();
            Locator inSight = list.filter(new Locator.FilterOptions().setHasText(letters));
            if (inSight.count() > 0 && list.count() <= AT_A_GLANCE) {
                inSight.first().click();
                return;
            }
        }
        page.keyboard().type(letters);
        assertThat(page.locator(".ant-select-dropdown:visible .ant-select-item-option-active"))
                .containsText(letters);
        page.keyboard().press("Enter");
    }

    /** One of a menu that a button opens. */
    void menu(Page page, String button, String item) {
        press(page, button);
        Locator wanted = page.locator(".ant-dropdown:visible")
                .getByRole(AriaRole.MENUITEM, new Locator.GetByRoleOptions().setName(item))
                .first();
        wanted.waitFor();
        if (this == POINTER) {
            wanted.click();
            return;
        }
        // A key that comes before the menu has the focus, or before the last one was heard, would be another's.
        page.waitForFunction("() => document.activeElement.closest('.ant-dropdown')");
        for (int i = 0; i <= MOST_ITEMS && !wanted.getAttribute("class").contains("-active"); i++) {
            Object before = page.evaluateHandle("document.activeElement");
            page.keyboard().press("ArrowDown");
            page.waitForFunction("before => document.activeElement !== before", before);
        }
        assertThat(wanted).hasClass(Pattern.compile("-active"));
        page.keyboard().press("Enter");
    }

    /** Goes there by Tab where it is not far; whether it is there now. */
    private static boolean near(Locator target) {
        int stops = (int) target.evaluate(STOPS_BETWEEN);
        if (Math.abs(stops) > NEAR) {
            return false;
        }
        for (int i = 0; i < Math.abs(stops); i++) {
            target.page().keyboard().press(stops > 0 ? "Tab" : "Shift+Tab");
        }
        assertThat(target).isFocused();
        return true;
    }

    private static void byName(Locator target, String name) {
        find(target, name, true);
        target.page().keyboard().press("Enter");
        assertThat(target.page().locator("[cmdk-input]")).hasCount(0);
    }

    /** @param opens whether the finder is still to be opened */
    private static void find(Locator target, String name, boolean opens) {
        Page page = target.page();
        if (opens) {
            target.waitFor();
            page.keyboard().press("Control+k");
        }
        assertThat(page.locator("[cmdk-input]")).isFocused();
        page.keyboard().type(name);
        assertThat(page.locator("[cmdk-item][data-selected=true]")).containsText(name);
    }

    private static int[] cellOf(String id) {
        String[] parts = id.split("-");
        return new int[] {Integer.parseInt(parts[1]), Integer.parseInt(parts[2])};
    }
}
