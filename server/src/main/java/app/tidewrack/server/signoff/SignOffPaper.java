package app.tidewrack.server.signoff;

import static app.tidewrack.server.agency.Page.text;

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
import app.tidewrack.server.agency.Page;
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
import java.time.Instant;
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
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * What was approved, on paper: by whom and when, every change in words, money by day, what was found and expected, the ads' pictures
 * and texts, and what was said.
 */
@Component
@RequiredArgsConstructor
class SignOffPaper {
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
        Page page = agencies.page(line.plan());
        page.add("<div class='note'>%s%s · sign-off %d of the plan, at its version %d · sent by %s on %s</div>"
                .formatted(
                        page.agency().isEmpty() ? "" : text(page.agency()) + " for ",
                        text(clients.byId(clientId).name()),
                        line.number(),
                        line.version(),
                        text(line.sentBy()),
                        page.moment(line.sentAt())));
        if (!line.note().isEmpty()) {
            page.add("<p class='said'>%s</p>".formatted(text(line.note())));
        }
        page.add("<div class='yes'>Approved by %s on %s.%s</div>"
                .formatted(
                        text(String.valueOf(line.decidedAs())),
                        page.moment(line.decidedAt() == null ? Instant.now() : line.decidedAt()),
                        line.reason().isEmpty() ? "" : " <span class='said'>“" + text(line.reason()) + "”</span>"));
        content.campaigns().forEach(c -> campaign(page, clientId, c));
        said(page, comments.of(clientId, line.planId()), content);
        return page.pdf();
    }

    private void campaign(Page page, String clientId, SentCampaign c) {
        ItemWords words = wording.of(clientId, c.network());
        page.add("<h2>%s</h2><div class='note'>%s on %s. Money a day %s, before %s."
                .formatted(
                        text(c.name()),
                        text(c.account()),
                        text(networks.rulebook(c.network()).name()),
                        Money.ofMinor(c.dailyAfterMinor(), c.currency()),
                        Money.ofMinor(c.dailyBeforeMinor(), c.currency())));
        ExpectedOfCampaign expected = c.expected();
        if (expected != null) {
            page.add(" Expected, in four cases of five: %s %ss, by %s people."
                    .formatted(
                            range(expected.results(), page.locale()),
                            text(expected.result()),
                            range(expected.people(), page.locale())));
        }
        page.add("</div>");
        days(page, c);
        if (!c.findings().isEmpty()) {
            page.add("<h3>What was found</h3><table>");
            c.findings()
                    .forEach(f -> page.row(f.severity().name().toLowerCase(Locale.ROOT), f.says() + " " + f.mend()));
            page.add("</table>");
        }
        page.add("<h3>Changes, %d</h3><table>".formatted(c.items().size()));
        c.items().forEach(i -> change(page, c, i, words));
        page.add("</table>");
        ads(page, clientId, c);
    }

    private static void days(Page page, SentCampaign c) {
        long most = c.days().stream().mapToLong(SentDay::minor).max().orElse(0);
        DateTimeFormatter date =
                DateTimeFormatter.ofLocalizedDate(FormatStyle.MEDIUM).withLocale(page.locale());
        page.add("<h3>Money by day, %s in all</h3><table>"
                .formatted(Money.ofMinor(
                        c.days().stream().mapToLong(SentDay::minor).sum(), c.currency())));
        for (List<SentDay> alike : alike(c.days())) {
            SentDay d = alike.get(0);
            String last = alike.size() == 1
                    ? ""
                    : " to " + date.format(alike.get(alike.size() - 1).date());
            page.add(
                    "<tr><td style='width:52mm'>%s%s</td><td class='money' style='width:26mm'>%s</td><td><div class='bar' style='width:%dmm'></div></td></tr>"
                            .formatted(
                                    date.format(d.date()),
                                    last,
                                    Money.ofMinor(d.minor(), c.currency()),
                                    most == 0 ? 0 : d.minor() * LONGEST_BAR / most));
        }
        page.add("</table>");
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

    private static void change(Page page, SentCampaign c, SentItem item, ItemWords words) {
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
        page.row(
                "%s %s".formatted(item.action().name().toLowerCase(Locale.ROOT), what.isEmpty() ? c.name() : what),
                fields);
    }

    private void ads(Page page, String clientId, SentCampaign c) {
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
        page.add("<h3>Ads as people see them, %d</h3><table>".formatted(all.size()));
        for (Shown s : all.subList(0, Math.min(MOST_PICTURES, all.size()))) {
            page.add("<tr><td style='width:30mm'>")
                    .add(s.media().stream()
                            .limit(1)
                            .map(sha -> picture(clientId, sha))
                            .collect(Collectors.joining()))
                    .add("</td><td><b>")
                    .add(text(name(c.columns(), s.columnId())))
                    .add("</b><div class='said'>")
                    .add(text(String.join("\n", s.headlines())))
                    .add("</div><div class='said'>")
                    .add(text(String.join("\n", s.bodies())))
                    .add("</div></td></tr>");
        }
        page.add("</table>");
        if (all.size() > MOST_PICTURES) {
            page.add("<p class='note'>%d more are not drawn.</p>".formatted(all.size() - MOST_PICTURES));
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

    private static void said(Page page, List<PlanComment> all, SentContent content) {
        List<PlanComment> shown = new ArrayList<>(all);
        shown.removeIf(c -> c.signOffId() == null);
        if (shown.isEmpty()) {
            return;
        }
        page.add("<h2>What was said</h2><table>");
        for (PlanComment c : shown) {
            String place = content.campaigns().stream()
                    .filter(k -> k.campaignId().equals(c.campaignId()))
                    .map(k -> Stream.of(k.name(), name(k.rows(), c.rowId()), name(k.columns(), c.columnId()))
                            .filter(n -> !n.isEmpty())
                            .collect(Collectors.joining(", ")))
                    .findFirst()
                    .orElse("the plan");
            page.row(
                    "%s, %s".formatted(c.name(), page.moment(c.at())),
                    "%s%s: %s".formatted(c.answers() == null ? "on " : "answers on ", place, c.says()));
        }
        page.add("</table>");
    }

    private static String name(List<SentLine> lines, @Nullable String id) {
        return lines.stream()
                .filter(l -> l.id().equals(id))
                .map(SentLine::name)
                .findFirst()
                .orElse("");
    }

    private static String range(Range range, Locale locale) {
        return String.format(locale, "%,d to %,d", Math.round(range.from()), Math.round(range.to()));
    }
}
