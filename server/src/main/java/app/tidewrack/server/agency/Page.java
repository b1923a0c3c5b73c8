package app.tidewrack.server.agency;

import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.Locale;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.util.HtmlUtils;

/**
 * What the agency keeps on paper, in its colour, zone and way of writing: PDF of A4 with its font inside, so that it looks the same in
 * ten years.
 */
public final class Page {
    /** PDFBox brings it: Liberation Sans, under the SIL Open Font License. */
    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private final StringBuilder html;
    private final String agency;
    private final Locale locale;
    private final ZoneId zone;

    /** @param agency null before it was founded */
    Page(String title, @Nullable Agency agency) {
        this.agency = agency == null ? "" : agency.name();
        locale = Locale.forLanguageTag(agency == null ? "en-GB" : agency.language());
        zone = ZoneId.of(agency == null ? "UTC" : agency.zone());
        String colour = agency == null ? "#1d2b36" : agency.colour();
        html = new StringBuilder("""
                <html><head><title>%s</title><style>
                @page { size: A4; margin: 18mm 16mm; @bottom-right { content: counter(page) " / " counter(pages);
                        font: 8pt Liberation; color: #667 } }
                body { font: 9pt/1.4 Liberation; color: #1a2229 }
                h1 { font: 18pt Liberation; margin: 0 0 2mm; color: %2$s }
                h2 { font: 13pt Liberation; margin: 8mm 0 2mm; color: %2$s; border-bottom: 0.3mm solid %2$s }
                h3 { font: 10pt Liberation; margin: 4mm 0 1mm; color: #445 }
                .note { color: #556 } .yes { border: 0.3mm solid %2$s; padding: 3mm; margin: 4mm 0 }
                table { border-collapse: collapse; width: 100%% } td, th { font: 9pt/1.35 Liberation; text-align: left;
                        vertical-align: top; padding: 0.8mm 3mm 0.8mm 0; border-bottom: 0.1mm solid #dde }
                tr { page-break-inside: avoid } .money { text-align: right; white-space: nowrap }
                .bar { background: %2$s; height: 2.6mm } img { max-width: 26mm; max-height: 40mm }
                .said { white-space: pre-wrap }
                </style></head><body><h1>%1$s</h1>""".formatted(text(title), colour));
    }

    /** Its name; empty before it was founded. */
    public String agency() {
        return agency;
    }

    public Locale locale() {
        return locale;
    }

    /** @param markup well-formed, with all that people wrote made {@link #text} */
    public Page add(String markup) {
        html.append(markup);
        return this;
    }

    /** A row of two cells, both as plain words. */
    public Page row(String head, String says) {
        return add("<tr><td style='width:52mm'>%s</td><td class='said'>%s</td></tr>".formatted(text(head), text(says)));
    }

    public String moment(Instant at) {
        return DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                .withLocale(locale)
                .format(at.atZone(zone));
    }

    /** As text of a page, without the signs that XML cannot hold. */
    public static String text(String text) {
        String held = text.codePoints()
                .filter(c -> c == '\n'
                        || c == '\t'
                        || c >= ' ' && c != 0xFFFE && c != 0xFFFF && !(c >= 0xD800 && c <= 0xDFFF))
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
        return HtmlUtils.htmlEscape(held, "UTF-8");
    }

    public byte[] pdf() {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            new PdfRendererBuilder()
                    .useFont(
                            () -> PDType0Font.class.getResourceAsStream(FONT),
                            "Liberation",
                            400,
                            FontStyle.NORMAL,
                            true)
                    .withHtmlContent(html + "</body></html>", null)
                    .withProducer("Tidewrack")
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    /** A page that a browser keeps as a file. */
    public static ResponseEntity<byte[]> download(String fileName, byte[] pdf) {
        ContentDisposition kept = ContentDisposition.attachment()
                .filename(fileName + ".pdf", StandardCharsets.UTF_8)
                .build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, kept.toString())
                .contentType(MediaType.APPLICATION_PDF)
                .body(pdf);
    }
}
