package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.MatchResult;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;

/** What the page of requirements says is held by a test, and by one that there is. */
class SecurityPageTest {
    private static final Path HOUSE = Path.of("..");
    private static final Pattern NAMED = Pattern.compile("`(\\w+(?:Test|IT))(?:\\.(\\w+))?`");
    private static final Pattern ALONE = Pattern.compile("`(\\p{Ll}\\w+[A-Z]\\w+)`");
    private static final Map<String, String> TESTS = new HashMap<>();
    private static String page;

    @BeforeAll
    static void read() throws IOException {
        page = Files.readString(HOUSE.resolve("docs/security.md"));
        for (String module : List.of("core", "server", "e2e")) {
            try (var files = Files.walk(HOUSE.resolve(module).resolve("src/test"))) {
                for (Path file :
                        files.filter(f -> f.toString().endsWith(".java")).toList()) {
                    TESTS.put(file.getFileName().toString().replace(".java", ""), Files.readString(file));
                }
            }
        }
    }

    @Test
    void testsThatItNamesAreThere() {
        List<MatchResult> named = NAMED.matcher(page).results().toList();
        assertThat(named).hasSizeGreaterThan(80);
        for (MatchResult one : named) {
            String test = one.group(1);
            assertThat(TESTS).as(one.group()).containsKey(test);
            if (one.group(2) != null) {
                assertThat(TESTS.get(test).contains("void " + one.group(2) + "("))
                        .as(one.group())
                        .isTrue();
            }
        }
        for (MatchResult one : ALONE.matcher(page).results().toList()) {
            String method = "void " + one.group(1) + "(";
            assertThat(TESTS.values().stream().anyMatch(t -> t.contains(method)))
                    .as(one.group())
                    .isTrue();
        }
    }

    /** A line says that it is met, that there is no such thing, whose it is, or that it is not and why. */
    @Test
    void everyRequirementSaysHowItStands() {
        List<String> lines = page.lines()
                .filter(l -> l.matches("\\| [\\d.]+[\\d., –]* \\|.*"))
                .toList();
        assertThat(lines).hasSizeGreaterThan(90);
        assertThat(lines).allMatch(l -> l.matches(".*\\| (met|n/a|by |\\*\\*not\\*\\*: ).{0,600}\\|"));
    }
}
