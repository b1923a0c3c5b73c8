package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.microsoft.playwright.Page;
import com.microsoft.playwright.options.ColorScheme;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;

/** Looks at a page as the Web Content Accessibility Guidelines 2.2 at level AA do, by axe-core, in the light and in the dark. */
final class Eyes {
    private static final String AXE = read(Path.of("node_modules", "axe-core", "axe.min.js"));

    private static final String FAULTS = """
            async () => {
              const told = await axe.run(document, {
                runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"], resultTypes: ["violations"] });
              return told.violations.flatMap(rule => rule.nodes.map(node => {
                const why = node.any[0] ?? node.all[0] ?? node.none[0];
                return `${rule.id}: ${node.html.slice(0, 160)}: ${why?.message ?? ""}`;
              }));
            }""";

    private Eyes() {}

    /** Nothing on the page stands in the way of anybody's eyes, ears or hands, whatever the look. */
    static void see(Page page, String what) {
        try {
            for (ColorScheme look : List.of(ColorScheme.DARK, ColorScheme.LIGHT)) {
                page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(look));
                page.waitForFunction(
                        "look => document.documentElement.dataset.look === look",
                        look.name().toLowerCase(Locale.ROOT));
                page.evaluate(AXE);
                assertThat((List<?>) page.evaluate(FAULTS))
                        .as("%s, %s", what, look)
                        .isEmpty();
            }
        } finally {
            page.emulateMedia(new Page.EmulateMediaOptions().setColorScheme(ColorScheme.LIGHT));
        }
    }

    private static String read(Path file) {
        try {
            return Files.readString(file);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
