package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.regex.Pattern;
import java.util.zip.ZipFile;
import org.cyclonedx.Version;
import org.cyclonedx.exception.ParseException;
import org.cyclonedx.model.Bom;
import org.cyclonedx.model.Component;
import org.cyclonedx.parsers.JsonParser;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the installed server says it is made of, read by CycloneDX's own library and held against its schema. */
class PartsIT {
    private static final Pattern READ_FIRST = Pattern.compile("(?:src|href)=\"(/assets/[^\"]+)\"");
    private static final int MOST_READ_FIRST = 12;

    /** Of bytes: what is smaller is not packed. */
    private static final int LEAST_PACKED = 1_024;

    @ParameterizedTest
    @CsvSource({
        "Server,    server-0.1.0.jar,  application.cdx.json, greenmail",
        "Interface, lib/web-0.1.0.jar, web.cdx.json,         vitest"
    })
    void whatItIsMadeOfStandsInTheJarAndOnThePage(String chapter, String jar, String list, String onlyForTests)
            throws IOException, ParseException {
        byte[] told = entry(Installation.DATA.resolve("app/server").resolve(jar), "META-INF/sbom/" + list);
        JsonParser parser = new JsonParser();
        Bom bom = parser.parse(told);
        Version version = Version.fromVersionString(bom.getSpecVersion());
        assertThat(parser.validate(told, version)).isEmpty();
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

    /** What a browser that was never here reads first: few files, each packed when it was built, however it takes them. */
    @ParameterizedTest
    @CsvSource({"gzip, 405_000", "br, 345_000"})
    void whatIsReadFirstIsFewAndPacked(String packed, String most) throws Exception {
        HttpClient browser = HttpClient.newHttpClient();
        String page = browser.send(asked("/", packed), BodyHandlers.ofString()).body();
        List<String> first = READ_FIRST
                .matcher(page)
                .results()
                .map(r -> r.group(1))
                .distinct()
                .toList();
        assertThat(first).hasSizeBetween(3, MOST_READ_FIRST);
        long bytes = 0;
        for (String file : first) {
            HttpResponse<byte[]> told = browser.send(asked(file, packed), BodyHandlers.ofByteArray());
            int whole = browser.send(asked(file, "identity"), BodyHandlers.ofByteArray())
                    .body()
                    .length;
            assertThat(told.headers().firstValue("Content-Length"))
                    .as("%s is packed while somebody waits", file)
                    .contains(String.valueOf(told.body().length));
            assertThat(told.headers().firstValue("Content-Encoding").orElse("as it is"))
                    .as(file)
                    .isEqualTo(whole < LEAST_PACKED ? "as it is" : packed);
            bytes += told.body().length;
        }
        assertThat(bytes).isLessThan(Long.parseLong(most.replace("_", "")));
    }

    private static HttpRequest asked(String path, String packed) {
        return HttpRequest.newBuilder(URI.create(Installation.URL + path))
                .header("Accept-Encoding", packed)
                .build();
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

    private static byte[] entry(Path jar, String name) throws IOException {
        try (ZipFile zip = new ZipFile(jar.toFile());
                InputStream content = zip.getInputStream(zip.getEntry(name))) {
            return content.readAllBytes();
        }
    }
}
