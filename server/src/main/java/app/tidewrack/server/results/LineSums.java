package app.tidewrack.server.results;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.FactSums.Days;
import app.tidewrack.server.results.FactSums.Won;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
import app.tidewrack.server.results.ResultTables.Question;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Adds up what the lines of a question brought: tokens of names, days, hours, or what networks break results down by. */
@Component
@RequiredArgsConstructor
class LineSums {
    private static final int MOST_LINES = 20_000;

    /** Of a file. */
    private static final int MOST_OF_FILE = 1_000_000;

    private static final int AT_ONCE = 10_000;

    /** Characters of a day as it is told. */
    private static final int DAY_LENGTH = 10;

    /** By currency, then by keys as people look for them, without regard to case. */
    static final Comparator<List<String>> BY_EYE = Comparator.comparing((List<String> k) -> k.get(0))
            .thenComparing(
                    k -> String.join("\u0000", k.subList(1, k.size())),
                    Comparator.comparing((String s) -> s.toLowerCase(Locale.ROOT))
                            .thenComparing(Comparator.naturalOrder()));

    private final FactSums facts;
    private final SumsByGroup byGroup;
    private final FreshDays fresh;
    private final AdsKnown known;

    /** Days that are asked for, both included. */
    record Range(LocalDate from, LocalDate to) {}

    /**
     * What a question says nothing of is where there is anything.
     *
     * @throws Refusal when it ends before it begins
     */
    Range range(String clientId, Question asked) {
        Days days = facts.days(clientId);
        LocalDate from =
                Objects.requireNonNullElse(asked.from(), Objects.requireNonNullElse(days.first(), LocalDate.EPOCH));
        LocalDate to = Objects.requireNonNullElse(asked.to(), Objects.requireNonNullElse(days.last(), from));
        if (to.isBefore(from)) {
            throw new Refusal(
                    "to",
                    "The last day, %s, is before the first, %s.".formatted(DayWords.of(to), DayWords.of(from)),
                    "Swap them.");
        }
        return new Range(from, to);
    }

    /** Ads that a question is about. */
    List<Ad> wanted(String clientId, Question asked) {
        return known.all(clientId).stream()
                .filter(ad -> (asked.campaignIds().isEmpty()
                                || asked.campaignIds().contains(ad.known().campaignId()))
                        && (asked.temperature() == null || asked.temperature() == ad.temperature()))
                .toList();
    }

    /**
     * What lines of a table add up, with what is still to come, by currency and then the keys that were asked for.
     *
     * @param metrics that are told of them
     * @throws Refusal when there are more than a table has
     */
    Map<List<String>, LineSum> of(String clientId, Question asked, Range range, Collection<Metric> metrics) {
        By by = By.of(asked.by());
        Groups groups = groups(by, wanted(clientId, asked));
        Map<List<String>, LineSum> sums = brought(clientId, by, groups, range, metrics);
        if (by.beside() == Beside.NOTHING || by.beside() == Beside.DAY) {
            fresh.due(
                    clientId,
                    groups,
                    range.from(),
                    range.to(),
                    (group, day, counted, due, usual) -> Optional.ofNullable(
                                    sums.get(keyed(by.keys(group, by.day(day)), group)))
                            .ifPresent(line -> line.due(counted, due, usual, group)));
        }
        requireAtMost(MOST_LINES, sums.size());
        return sums;
    }

    /**
     * The same without what is still to come, for many more lines than a table has: so many at once, each whole.
     *
     * @throws Refusal when there are more than a file has
     */
    void inPortions(
            String clientId,
            Question asked,
            Range range,
            Collection<Metric> metrics,
            Consumer<Map<List<String>, LineSum>> taker) {
        By by = By.of(asked.by());
        int made = 0;
        for (List<Ad> ads : portions(by, range, wanted(clientId, asked))) {
            Map<List<String>, LineSum> sums = brought(clientId, by, groups(by, ads), range, metrics);
            made += sums.size();
            requireAtMost(MOST_OF_FILE, made);
            taker.accept(sums);
        }
    }

    /** Ads in portions that make so many lines at once; ads of one line are in one portion. */
    private static List<List<Ad>> portions(By by, Range range, List<Ad> ads) {
        SortedMap<List<String>, List<Ad>> byKeys = new TreeMap<>(BY_EYE);
        ads.forEach(ad -> byKeys.computeIfAbsent(
                        Stream.concat(Stream.of(ad.known().currency()), by.ofAd(ad).stream())
                                .toList(),
                        k -> new ArrayList<>())
                .add(ad));
        long each = by.most(range.from(), range.to());
        if (byKeys.size() * each <= MOST_LINES) {
            return List.of(ads);
        }
        long together = Math.max(1, AT_ONCE / each);
        List<List<Ad>> portions = new ArrayList<>();
        int at = 0;
        for (List<Ad> some : byKeys.values()) {
            if (at++ % together == 0) {
                portions.add(new ArrayList<>());
            }
            portions.get(portions.size() - 1).addAll(some);
        }
        return portions;
    }

    private static void requireAtMost(int most, int lines) {
        if (lines > most) {
            throw new Refusal(
                    "by",
                    "That makes %,d lines; the most is %,d.".formatted(lines, most),
                    "Ask by something with fewer values, or for fewer days.");
        }
    }

    private Map<List<String>, LineSum> brought(
            String clientId, By by, Groups groups, Range range, Collection<Metric> metrics) {
        Set<Measure> read = read(groups, metrics);
        Map<List<String>, LineSum> sums = new LinkedHashMap<>();
        each(
                clientId,
                groups,
                by.beside(),
                by.dimension(),
                range,
                read,
                (group, told, counts) -> sums.computeIfAbsent(
                                keyed(by.keys(group, told), group), k -> new LineSum(read))
                        .add(counts, group));
        return sums;
    }

    private static Groups groups(By by, List<Ad> ads) {
        Groups groups = new Groups(by);
        ads.forEach(groups::add);
        return groups;
    }

    /** All that numbers are made of, and what is told of every line: what its ads seek, and the money. */
    private static Set<Measure> read(Groups groups, Collection<Metric> metrics) {
        Set<Measure> read = EnumSet.of(Measure.SPEND);
        metrics.forEach(m -> read.addAll(m.reads()));
        read.addAll(groups.sought());
        return read;
    }

    /** Takes what a group of ads brought beside something that is told; null beside nothing. */
    private interface Taker {
        void take(By.Group group, @Nullable String told, Counts counts);
    }

    /** What groups brought, with the leads that were won where those can be told. */
    private void each(
            String clientId,
            Groups groups,
            Beside beside,
            @Nullable String dimension,
            Range range,
            Set<Measure> read,
            Taker taker) {
        List<Measure> reported =
                Measure.REPORTED.stream().filter(read::contains).toList();
        for (Map<String, Object> row : byGroup.of(new Grouped(
                clientId, groups.ads(), groups.numbers(), beside, dimension, range.from(), range.to(), reported))) {
            By.Group group = groups.at(
                    Objects.requireNonNull((Number) row.get("group_number")).intValue());
            taker.take(group, (String) row.get("beside"), FactRow.counts(row, reported));
        }
        if (beside == Beside.NOTHING || beside == Beside.DAY) {
            for (Won won : facts.won(clientId, range.from(), range.to())) {
                By.Group group = groups.ofExternal(won.externalAd());
                if (group != null) {
                    taker.take(group, won.day().toString(), Counts.NONE.with(Measure.QUALIFIED, won.leads()));
                }
            }
        }
    }

    private static List<String> keyed(List<String> keys, By.Group group) {
        List<String> whole = new ArrayList<>(keys);
        whole.add(0, group.currency());
        return whole;
    }

    /** Some lines day by day. */
    Map<List<String>, Map<LocalDate, LineSum>> byDay(
            String clientId, Question asked, Range range, Metric metric, Set<List<String>> lines) {
        By by = By.of(asked.by());
        Groups groups = groups(by, wanted(clientId, asked));
        Set<Measure> read = read(groups, List.of(metric));
        Beside beside = switch (by.beside()) {
            case PART -> Beside.PART_OF_DAY;
            case HOUR -> Beside.HOUR_OF_DAY;
            default -> Beside.DAY;
        };
        Map<List<String>, Map<LocalDate, LineSum>> days = new HashMap<>();
        each(clientId, groups, beside, by.dimension(), range, read, (group, told, counts) -> {
            String at = Objects.requireNonNull(told);
            List<String> keys = keyed(by.keys(group, beside == Beside.DAY ? at : at.substring(DAY_LENGTH + 1)), group);
            if (lines.contains(keys)) {
                days.computeIfAbsent(keys, k -> new HashMap<>())
                        .computeIfAbsent(LocalDate.parse(at.substring(0, DAY_LENGTH)), d -> new LineSum(read))
                        .add(counts, group);
            }
        });
        return days;
    }

    static Refusal gone(String field, List<String> keys) {
        return new Refusal(field, "There is no line %s.".formatted(keys), "Look at the table again.");
    }
}
