package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.cyclonedx.Version;
import org.cyclonedx.exception.ParseException;
import org.cyclonedx.model.Bom;
import org.cyclonedx.model.Component;
import org.cyclonedx.parsers.JsonParser;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the installed server says it is made of, read by CycloneDX's own library and held against its schema. */
class PartsIT {
    private static final String IN = "META-INF/sbom/";

    @ParameterizedTest
    @CsvSource({
        "Server,    BOOT-INF/classes/" + IN + "application.cdx.json, '', greenmail",
        "Interface, " + IN + "web.cdx.json, BOOT-INF/lib/web-0.1.0.jar, vitest"
    })
    void whatItIsMadeOfStandsInTheJarAndOnThePage(String chapter, String place, String inside, String onlyForTests)
            throws IOException, ParseException {
        byte[] list = entry(inside.isEmpty() ? jar() : entry(jar(), inside), place);
        JsonParser parser = new JsonParser();
        Bom bom = parser.parse(list);
        Version version = Version.fromVersionString(bom.getSpecVersion());
        assertThat(parser.validate(list, version)).isEmpty();
        List<Component> parts = bom.getComponents();
        assertThat(parts).hasSizeGreaterThan(50).allSatisfy(p -> {
            assertThat(p.getVersion()).isNotBlank();
            assertThat(p.getPurl()).startsWith("pkg:");
        });
        assertThat(parts).extracting(Component::getName).doesNotContain(onlyForTests);
        List<String> chosen = onThePage(chapter);
        assertThat(chosen).hasSizeGreaterThan(15);
        assertThat(parts.stream().map(PartsIT::line)).containsAll(chosen);
    }

    private static String line(Component part) {
        return (part.getGroup() == null ? "" : part.getGroup() + ":") + part.getName() + " " + part.getVersion();
    }

    /** Names and versions of a chapter of docs/dependencies.md. */
    private static List<String> onThePage(String chapter) throws IOException {
        String page = Files.readString(Path.of("..", "docs", "dependencies.md"));
        String own = page.substring(page.indexOf("\n## " + chapter + "\n") + 1);
        return own.lines()
                .skip(1)
                .takeWhile(l -> !l.startsWith("## "))
                .filter(l -> l.startsWith("| ") && !l.startsWith("| what "))
                .map(l -> l.split(" \\| ")[0].substring(2) + " " + l.split(" \\| ")[1])
                .toList();
    }

    private static byte[] jar() throws IOException {
        try (var jars = Files.list(Installation.DATA.resolve("app").resolve("server"))) {
            Path jar =
                    jars.filter(p -> p.toString().endsWith(".jar")).findFirst().orElseThrow();
            return Files.readAllBytes(jar);
        }
    }

    private static byte[] entry(byte[] jar, String name) throws IOException {
        try (InputStream content = new ByteArrayInputStream(jar);
                ZipInputStream zip = new ZipInputStream(content)) {
            for (ZipEntry entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
                if (entry.getName().equals(name)) {
                    return zip.readAllBytes();
                }
            }
        }
        throw new AssertionError("No " + name);
    }
}
