package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.Gson;
import com.microsoft.playwright.Page;

/**
 * What a piece of work takes of a person: presses of a pointer, keys that do something, and texts that are typed, each field once. Counted
 * by the page itself from what reaches it, whatever a journey says that it did.
 */
final class Effort {
    private static final String COUNTING = """
            (() => {
              const TEXT = "input:not([type=checkbox], [type=radio]), textarea";
              const HELD = ["Control", "Shift", "Alt", "Meta"];
              let field;
              const count = (what, next) => {
                const at = JSON.parse(sessionStorage.getItem("effort") ?? '{"clicks":0,"keys":0,"fields":0}');
                at[what]++;
                field = next;
                sessionStorage.setItem("effort", JSON.stringify(at));
              };
              addEventListener("pointerdown", e => e.isTrusted && count("clicks"), true);
              addEventListener("input", e => e.target.matches(TEXT) && e.target !== field && count("fields", e.target), true);
              addEventListener("keydown", e => {
                const typed = e.key.length === 1 && !e.ctrlKey && e.target.matches(TEXT);
                if (!typed && !HELD.includes(e.key)) count("keys");
              }, true);
            })()""";

    private final Page page;

    private Effort(Page page) {
        this.page = page;
    }

    /** From the next page that is opened on, from nothing. */
    static Effort on(Page page) {
        page.addInitScript(COUNTING);
        return new Effort(page);
    }

    record Taken(int clicks, int keys, int fields) {
        int all() {
            return clicks + keys + fields;
        }
    }

    /** Holds what it took to the line in docs/eighteen-jobs.md. */
    Taken took(int most, String job) {
        Taken taken = taken();
        System.out.printf("%s: %s, %d in all%n", job, taken, taken.all());
        assertThat(taken.all()).as("%s: %s", job, taken).isPositive().isLessThanOrEqualTo(most);
        return taken;
    }

    /** So far, since this was asked last. */
    Taken taken() {
        String told = (String) page.evaluate("sessionStorage.getItem('effort')");
        page.evaluate("sessionStorage.removeItem('effort')");
        return told == null ? new Taken(0, 0, 0) : new Gson().fromJson(told, Taken.class);
    }
}
