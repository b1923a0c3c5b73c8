package app.tidewrack.server.signoff;

import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.money.Money;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.launch.words.Wording;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.preview.CampaignExpectations.ExpectedOfCampaign;
import app.tidewrack.server.signoff.Comments.PlanComment;
import app.tidewrack.server.signoff.kept.SentContent;
import app.tidewrack.server.signoff.kept.SentContent.SentCampaign;
import app.tidewrack.server.signoff.kept.SentContent.SentDay;
import app.tidewrack.server.signoff.kept.SentContent.SentItem;
import app.tidewrack.server.signoff.kept.SentContent.SentLine;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import app.tidewrack.server.web.NotFound;
import com.openhtmltopdf.outputdevice.helper.BaseRendererBuilder.FontStyle;
import com.openhtmltopdf.pdfboxout.PdfRendererBuilder;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Instant;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.apache.pdfbox.pdmodel.font.PDType0Font;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/**
 * What was approved, on paper: by whom and when, every change in words, money by day, what was found and expected, the ads' pictures
 * and texts, and what was said. PDF with its font inside, so that it looks the same in ten years.
 */
@Component
@RequiredArgsConstructor
class SignOffPaper {
    /** PDFBox brings it: Liberation Sans, under the SIL Open Font License. */
    private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

    private static final int MOST_PICTURES = 60;

    /** Millimetres of the bar of the day that spends most. */
    private static final int LONGEST_BAR = 70;

    private final Agencies agencies;
    private final ClientMapper clients;
    private final Comments comments;
    private final Wording wording;
    private final Networks networks;
    private final MediaLibrary media;

    byte[] of(String clientId, SignOffLine line, SentContent content) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            new PdfRendererBuilder()
                    .useFont(
                            () -> PDType0Font.class.getResourceAsStream(FONT),
                            "Liberation",
                            400,
                            FontStyle.NORMAL,
                            true)
                    .withHtmlContent(page(clientId, line, content), null)
                    .withProducer("Tidewrack")
                    .toStream(out)
                    .run();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private String page(String clientId, SignOffLine line, SentContent content) {
        Agency agency = agencies.agency().orElse(null);
        String colour = agency == null ? "#1d2b36" : agency.colour();
        Locale locale = Locale.forLanguageTag(agency == null ? "en-GB" : agency.language());
        ZoneId zone = ZoneId.of(agency == null ? "UTC" : agency.zone());
        StringBuilder html = new StringBuilder("""
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
                </style></head><body>""".formatted(text(line.plan()), colour));
        html.append("<h1>").append(text(line.plan())).append("</h1>");
        html.append("<div class='note'>%s%s · sign-off %d of the plan, at its version %d · sent by %s on %s</div>"
                .formatted(
                        agency == null ? "" : text(agency.name()) + " for ",
                        text(clients.byId(clientId).name()),
                        line.number(),
                        line.version(),
                        text(line.sentBy()),
                        moment(line.sentAt(), zone, locale)));
        if (!line.note().isEmpty()) {
            html.append("<p class='said'>").append(text(line.note())).append("</p>");
        }
        html.append("<div class='yes'>Approved by %s on %s.%s</div>"
                .formatted(
                        text(String.valueOf(line.decidedAs())),
                        moment(line.decidedAt() == null ? Instant.now() : line.decidedAt(), zone, locale),
                        line.reason().isEmpty() ? "" : " <span class='said'>“" + text(line.reason()) + "”</span>"));
        content.campaigns().forEach(c -> campaign(html, clientId, c, locale));
        said(html, comments.of(clientId, line.planId()), content, zone, locale);
        return html.append("</body></html>").toString();
    }

    private void campaign(StringBuilder html, String clientId, SentCampaign c, Locale locale) {
        ItemWords words = wording.of(clientId, c.network());
        html.append("<h2>")
                .append(text(c.name()))
                .append("</h2><div class='note'>%s on %s. Money a day %s, before %s."
                        .formatted(
                                text(c.account()),
                                text(networks.rulebook(c.network()).name()),
                                Money.ofMinor(c.dailyAfterMinor(), c.currency()),
                                Money.ofMinor(c.dailyBeforeMinor(), c.currency())));
        ExpectedOfCampaign expected = c.expected();
        if (expected != null) {
            html.append(" Expected, in four cases of five: %s %ss, by %s people."
                    .formatted(
                            range(expected.results(), locale),
                            text(expected.result()),
                            range(expected.people(), locale)));
        }
        html.append("</div>");
        days(html, c, locale);
        if (!c.findings().isEmpty()) {
            html.append("<h3>What was found</h3><table>");
            c.findings()
                    .forEach(f -> row(html, f.severity().name().toLowerCase(Locale.ROOT), f.says() + " " + f.mend()));
            html.append("</table>");
        }
        html.append("<h3>Changes, %d</h3><table>".formatted(c.items().size()));
        c.items().forEach(i -> change(html, c, i, words));
        html.append("</table>");
        ads(html, clientId, c);
    }

    private static void days(StringBuilder html, SentCampaign c, Locale locale) {
        long most = c.days().stream().mapToLong(SentDay::minor).max().orElse(0);
        DateTimeFormatter date =
                DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).withLocale(locale);
        html.append("<h3>Money by day, %s in all</h3><table>"
                .formatted(Money.ofMinor(
                        c.days().stream().mapToLong(SentDay::minor).sum(), c.currency())));
        for (List<SentDay> alike : alike(c.days())) {
            SentDay d = alike.get(0);
            String last = alike.size() == 1
                    ? ""
                    : " to " + date.format(alike.get(alike.size() - 1).date());
            html.append(
                    "<tr><td style='width:52mm'>%s%s</td><td class='money' style='width:26mm'>%s</td><td><div class='bar' style='width:%dmm'></div></td></tr>"
                            .formatted(
                                    date.format(d.date()),
                                    last,
                                    Money.ofMinor(d.minor(), c.currency()),
                                    most == 0 ? 0 : d.minor() * LONGEST_BAR / most));
        }
        html.append("</table>");
    }

    /** Days one after another that spend the same. */
    private static List<List<SentDay>> alike(List<SentDay> days) {
        List<List<SentDay>> runs = new ArrayList<>();
        for (SentDay d : days) {
            List<SentDay> run = runs.isEmpty() ? List.of() : runs.get(runs.size() - 1);
            if (run.isEmpty() || run.get(0).minor() != d.minor()) {
                run = new ArrayList<>();
                runs.add(run);
            }
            run.add(d);
        }
        return runs;
    }

    private static void change(StringBuilder html, SentCampaign c, SentItem item, ItemWords words) {
        ItemKey key = ItemKey.parse(c.campaignId(), item.key());
        String what = Stream.of(name(c.rows(), key.rowId()), name(c.columns(), key.columnId()))
                .filter(n -> !n.isEmpty())
                .collect(Collectors.joining(", "));
        String fields = item.change(c.campaignId()).fields().stream()
                // What an ad shows stands below, once for all rows that show it.
                .filter(f -> key.level() != Level.AD || item.action() == Action.CHANGE)
                .filter(f -> f != Field.NAME)
                .map(f -> "%s: %s%s"
                        .formatted(
                                f.words(),
                                item.before() == null ? "" : words.of(f, item.before()) + " → ",
                                words.of(f, item.settings())))
                .collect(Collectors.joining("\n"));
        row(
                html,
                "%s %s".formatted(item.action().name().toLowerCase(Locale.ROOT), what.isEmpty() ? c.name() : what),
                fields);
    }

    private void ads(StringBuilder html, String clientId, SentCampaign c) {
        record Shown(String columnId, List<String> media, List<String> headlines, List<String> bodies) {}
        List<Shown> all = c.items().stream()
                .filter(i -> i.action().hasContent())
                .flatMap(i -> i.settings() instanceof AdSettings ad
                        ? Stream.of(shown(ItemKey.parse(c.campaignId(), i.key()), ad.creative()))
                        : Stream.empty())
                .map(s -> new Shown(
                        s.getKey(),
                        s.getValue().media(),
                        s.getValue().headlines(),
                        s.getValue().bodies()))
                .distinct()
                .toList();
        if (all.isEmpty()) {
            return;
        }
        html.append("<h3>Ads as people see them, %d</h3><table>".formatted(all.size()));
        for (Shown s : all.subList(0, Math.min(MOST_PICTURES, all.size()))) {
            html.append("<tr><td style='width:30mm'>")
                    .append(s.media().stream()
                            .limit(1)
                            .map(sha -> picture(clientId, sha))
                            .collect(Collectors.joining()))
                    .append("</td><td><b>")
                    .append(text(name(c.columns(), s.columnId())))
                    .append("</b><div class='said'>")
                    .append(text(String.join("\n", s.headlines())))
                    .append("</div><div class='said'>")
                    .append(text(String.join("\n", s.bodies())))
                    .append("</div></td></tr>");
        }
        html.append("</table>");
        if (all.size() > MOST_PICTURES) {
            html.append("<p class='note'>%d more are not drawn.</p>".formatted(all.size() - MOST_PICTURES));
        }
    }

    private static Map.Entry<String, CreativeSettings> shown(ItemKey key, CreativeSettings shows) {
        return Map.entry(key.columnId(), shows);
    }

    private String picture(String clientId, String sha) {
        try {
            return "<img src='data:image/jpeg;base64,%s'/>"
                    .formatted(Base64.getEncoder().encodeToString(media.still(clientId, sha, 0)));
        } catch (NotFound e) {
            return "<span class='note'>no longer on the shelf</span>";
        }
    }

    private static void said(
            StringBuilder html, List<PlanComment> all, SentContent content, ZoneId zone, Locale locale) {
        List<PlanComment> shown = new ArrayList<>(all);
        shown.removeIf(c -> c.signOffId() == null);
        if (shown.isEmpty()) {
            return;
        }
        html.append("<h2>What was said</h2><table>");
        for (PlanComment c : shown) {
            String place = content.campaigns().stream()
                    .filter(k -> k.campaignId().equals(c.campaignId()))
                    .map(k -> Stream.of(k.name(), name(k.rows(), c.rowId()), name(k.columns(), c.columnId()))
                            .filter(n -> !n.isEmpty())
                            .collect(Collectors.joining(", ")))
                    .findFirst()
                    .orElse("the plan");
            row(
                    html,
                    "%s, %s".formatted(c.name(), moment(c.at(), zone, locale)),
                    "%s%s: %s".formatted(c.answers() == null ? "on " : "answers on ", place, c.says()));
        }
        html.append("</table>");
    }

    private static String name(List<SentLine> lines, @Nullable String id) {
        return lines.stream()
                .filter(l -> l.id().equals(id))
                .map(SentLine::name)
                .findFirst()
                .orElse("");
    }

    private static void row(StringBuilder html, String head, String says) {
        html.append("<tr><td style='width:52mm'>")
                .append(text(head))
                .append("</td><td class='said'>")
                .append(text(says))
                .append("</td></tr>");
    }

    private static String range(Range range, Locale locale) {
        return String.format(locale, "%,d to %,d", Math.round(range.from()), Math.round(range.to()));
    }

    private static String moment(Instant at, ZoneId zone, Locale locale) {
        return DateTimeFormatter.ofLocalizedDateTime(FormatStyle.MEDIUM, FormatStyle.SHORT)
                .withLocale(locale)
                .format(at.atZone(zone));
    }

    /** As text of a page, without the signs that XML cannot hold. */
    private static String text(String text) {
        String held = text.codePoints()
                .filter(c -> c == '\n'
                        || c == '\t'
                        || c >= ' ' && c != 0xFFFE && c != 0xFFFF && !(c >= 0xD800 && c <= 0xDFFF))
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
        return HtmlUtils.htmlEscape(held, "UTF-8");
    }
}
