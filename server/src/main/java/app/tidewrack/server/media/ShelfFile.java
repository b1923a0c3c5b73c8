package app.tidewrack.server.media;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Video;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.server.web.TextCell;
import java.io.IOException;
import java.io.OutputStream;
import java.io.StringWriter;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import lombok.RequiredArgsConstructor;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * The whole shelf as one ZIP file: every picture and video under a name of its own, and a table of them (RFC 4180, UTF-8 with a byte
 * order mark). Written as it is read, a file at a time.
 */
@Component
@RequiredArgsConstructor
class ShelfFile {
    private static final int LONGEST_NAME = 90;

    private final MediaLibrary library;
    private final MediumMapper mapper;

    /** One medium under the name that it has in the file. */
    private record Named(String name, Medium medium) {}

    void write(String clientId, OutputStream to) throws IOException {
        List<Named> all = named(library.all(clientId));
        try (ZipOutputStream zip = new ZipOutputStream(to, StandardCharsets.UTF_8)) {
            zip.putNextEntry(new ZipEntry("media.csv"));
            zip.write(table(clientId, all).getBytes(StandardCharsets.UTF_8));
            zip.closeEntry();
            // Pictures and videos are packed already.
            zip.setLevel(Deflater.NO_COMPRESSION);
            for (Named named : all) {
                zip.putNextEntry(new ZipEntry("media/" + named.name()));
                library.copy(clientId, named.medium().sha256(), zip);
                zip.closeEntry();
            }
        }
    }

    /** Two of the same name get numbers; what no system of files takes in a name is left out. */
    private static List<Named> named(List<Medium> media) {
        Set<String> taken = new HashSet<>();
        List<Named> all = new ArrayList<>();
        for (Medium medium : media) {
            String base = medium.baseName().replaceAll("[\\\\/:*?\"<>|\\p{Cntrl}]", "_");
            base = base.substring(0, Math.min(base.length(), LONGEST_NAME)).strip();
            String ending = Container.valueOf(medium.format()).ending();
            String name = base + ending;
            for (int n = 2; !taken.add(name.toLowerCase(Locale.ROOT)); n++) {
                name = base + " " + n + ending;
            }
            all.add(new Named(name, medium));
        }
        return all;
    }

    private String table(String clientId, List<Named> all) throws IOException {
        StringWriter text = new StringWriter();
        text.write('\uFEFF');
        CSVPrinter printer = new CSVPrinter(text, CSVFormat.RFC4180);
        printer.printRecord(
                "file",
                "code",
                "kind",
                "width px",
                "height px",
                "bytes",
                "seconds",
                "sound",
                "fields with text, %",
                "says",
                "poster",
                "creatives");
        for (Named named : all) {
            printer.printRecord(
                    cells(clientId, named).stream().map(TextCell::safe).toList());
        }
        return text.toString();
    }

    private List<String> cells(String clientId, Named named) {
        Medium m = named.medium();
        Video video = m.video();
        return List.of(
                named.name(),
                m.sha256(),
                m.format(),
                String.valueOf(m.width()),
                String.valueOf(m.height()),
                String.valueOf(m.bytes()),
                video == null ? "" : String.format(Locale.ROOT, "%.2f", video.seconds()),
                video == null ? "" : video.sound() ? "yes" : "no",
                m.text().by() == Medium.Text.By.NOBODY
                        ? ""
                        : String.valueOf(TextOnPicture.percent(m.text().fields())),
                m.text().says(),
                orNothing(video == null ? null : video.poster()),
                String.join("; ", mapper.usedBy(clientId, m.sha256())));
    }

    private static String orNothing(@Nullable String text) {
        return text == null ? "" : text;
    }
}
