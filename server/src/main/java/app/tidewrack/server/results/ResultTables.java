package app.tidewrack.server.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Coming;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Ranks;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.FactSums.Days;
import app.tidewrack.server.results.FactSums.Won;
import app.tidewrack.server.results.GroupSql.Beside;
import app.tidewrack.server.results.GroupSql.Grouped;
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
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Results by whatever a person asks: tokens of names, days, hours, or what networks break them down by. */
@Component
@RequiredArgsConstructor
class ResultTables {
    private static final int MOST_LINES = 20_000;

    /** Of a file, and so many of them are made at once. */
    private static final int MOST_OF_FILE = 1_000_000;

    private static final int AT_ONCE = 10_000;

    /** Characters of a day as it is told. */
    private static final int DAY_LENGTH = 10;

    private final FactSums facts;
    private final SumsByGroup byGroup;
    private final FreshDays fresh;
    private final AdsKnown known;
    private final Accounts accounts;
    private final Networks networks;

    /**
     * What is asked.
     *
     * @param by up to two: names of tokens, {@code AD}, {@code DAY}, {@code WEEK}, {@code HOUR}, or breakdowns in small letters
     * @param from first account day; null for the first there is
     * @param to last account day, included; null for the last
     * @param campaignIds only these; empty for all
     */
    record Question(
            List<String> by,
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            List<String> campaignIds,
            @Nullable Temperature temperature) {}

    /**
     * @param keys one for each that was asked by; empty where an ad has no such value
     * @param values numbers that have one, by code
     * @param temperatures of the ads in it
     * @param coming what is still to come of fresh days, by count
     */
    record Line(
            List<String> keys,
            String currency,
            Map<String, Double> values,
            Set<Temperature> temperatures,
            List<Sought> sought,
            Map<String, Coming> coming) {}

    /**
     * What ads that seek one kind of result brought of it, for their money.
     *
     * @param coming what is still to come of it; null for nothing worth telling
     */
    record Sought(
            String code,
            String words,
            long count,
            long spendMinor,
            @Nullable Coming coming) {}

    /**
     * @param code of the number by which lines are ranked
     * @param signs one a line: step from 0 worst to 4 best, {@code ~} where there is too little to say, {@code -} without the number
     */
    record Ranked(String code, String signs) {}

    /**
     * @param totals one for each currency: currencies are never added
     * @param mixed cold ads stand in one line with others
     */
    record Table(
            @Nullable LocalDate from,
            @Nullable LocalDate to,
            List<Line> lines,
            @Nullable Ranked ranked,
            List<Line> totals,
            boolean mixed) {}

    /** Numbers of a client: the usual ones and its own. */
    List<Metric> metrics(String clientId) {
        List<Metric> all = new ArrayList<>(Metric.USUAL.values());
        facts.ownNumbers(clientId)
                .forEach(n -> all.add(Metric.own(n.code(), n.words(), n.formula(), n.better(), n.share())));
        return all;
    }

    double margin(String clientId) {
        return facts.margin(clientId).orElseThrow().doubleValue();
    }

    /**
     * Numbers by their codes, each once.
     *
     * @throws Refusal when a client has no such number
     */
    List<Metric> metrics(String clientId, String field, List<String> codes) {
        Map<String, Metric> byCode = metrics(clientId).stream().collect(Collectors.toMap(Metric::code, m -> m));
        return codes.stream()
                .distinct()
                .map(code -> Optional.ofNullable(byCode.get(code))
                        .orElseThrow(() -> new Refusal(
                                field, "There is no number “%s”.".formatted(code), "Choose of what is offered.")))
                .toList();
    }

    /**
     * @param metrics whose values are told
     * @param ranked the one whose lines are ranked; null for none
     * @throws Refusal when it asks by what cannot be told, or a range ends before it begins
     */
    Table table(String clientId, Question asked, List<Metric> metrics, @Nullable Metric ranked) {
        Range range = range(clientId, asked);
        List<Metric> read = new ArrayList<>(metrics);
        Optional.ofNullable(ranked).ifPresent(read::add);
        return told(range, sums(clientId, asked, range, read), metrics, ranked, margin(clientId));
    }

    /** Takes lines of a file, some at a time, in their order. */
    interface LineTaker {
        void take(List<Line> lines);
    }

    /** What a file ends with: its days, and the totals as a table has them. */
    record Ended(LocalDate from, LocalDate to, List<Line> totals) {}

    /**
     * The lines of a table that may be far longer than one on a screen. One that could be shown is in the same order; a longer one goes by
     * what ads tell first, since all that an ad brought is added up at once.
     *
     * @throws Refusal as {@link #table}, and when there are more lines than a file has
     */
    Ended lines(String clientId, Question asked, List<Metric> metrics, LineTaker taker) {
        Range range = range(clientId, asked);
        By by = By.of(asked.by());
        double margin = margin(clientId);
        Map<String, LineSum> totals = new LinkedHashMap<>();
        int made = 0;
        for (List<Ad> ads : portions(by, range, wanted(clientId, asked))) {
            Map<List<String>, LineSum> sums = sums(clientId, by, ads, range, metrics);
            addUp(sums, totals);
            made += sums.size();
            requireAtMost(MOST_OF_FILE, made);
            taker.take(ordered(sums).stream()
                    .map(keys -> Objects.requireNonNull(sums.get(keys)).line(keys, metrics, margin))
                    .toList());
        }
        return new Ended(range.from(), range.to(), totals(totals, metrics, margin));
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

    /**
     * Every number of one line.
     *
     * @param keys its currency and keys
     * @throws Refusal when there is none by these
     */
    Line line(String clientId, Question asked, List<String> keys) {
        List<Metric> all = metrics(clientId);
        LineSum sum = sums(clientId, asked, range(clientId, asked), all).get(keys);
        if (sum == null) {
            throw gone("line", keys);
        }
        return sum.line(keys, all, margin(clientId));
    }

    private static Refusal gone(String field, List<String> keys) {
        return new Refusal(field, "There is no line %s.".formatted(keys), "Look at the table again.");
    }

    /** What a question's days brought, by currency and day. */
    Map<List<String>, LineSum> days(String clientId, Question asked) {
        Question byDay =
                new Question(List.of("DAY"), asked.from(), asked.to(), asked.campaignIds(), asked.temperature());
        return sums(clientId, byDay, range(clientId, byDay), Metric.USUAL.values());
    }

    /**
     * @throws Refusal (field {@code metric}) when a client has no such number
     */
    Metric metric(String clientId, String code) {
        return metrics(clientId, "metric", List.of(code)).get(0);
    }

    private record Range(LocalDate from, LocalDate to) {}

    private Range range(String clientId, Question asked) {
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

    /**
     * By currency and then the keys that were asked for.
     *
     * @param metrics that are told of them
     */
    private Map<List<String>, LineSum> sums(String clientId, Question asked, Range range, Collection<Metric> metrics) {
        Map<List<String>, LineSum> sums = sums(clientId, By.of(asked.by()), wanted(clientId, asked), range, metrics);
        requireAtMost(MOST_LINES, sums.size());
        return sums;
    }

    private static void requireAtMost(int most, int lines) {
        if (lines > most) {
            throw new Refusal(
                    "by",
                    "That makes %,d lines; the most is %,d.".formatted(lines, most),
                    "Ask by something with fewer values, or for fewer days.");
        }
    }

    private Map<List<String>, LineSum> sums(
            String clientId, By by, List<Ad> ads, Range range, Collection<Metric> metrics) {
        Groups groups = groups(by, ads);
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

    /** @param people null where no single network can tell */
    record ReachLine(
            List<String> keys, String currency, @Nullable Long people) {}

    /**
     * Different people by line, as the networks count them now.
     *
     * @throws Refusal when lines are made by more than ads tell
     */
    List<ReachLine> reach(String clientId, Question asked) {
        By by = By.of(asked.by());
        if (by.beside() != Beside.NOTHING) {
            throw new Refusal(
                    "by",
                    "Networks tell different people by ads, not by %s.".formatted(String.join(" and ", asked.by())),
                    "Ask by tokens of the name.");
        }
        Map<List<String>, List<Ad>> lines = new LinkedHashMap<>();
        for (Ad ad : wanted(clientId, asked)) {
            List<String> keys = new ArrayList<>(by.ofAd(ad));
            keys.add(0, ad.known().currency());
            lines.computeIfAbsent(keys, k -> new ArrayList<>()).add(ad);
        }
        List<List<String>> numbered = List.copyOf(lines.keySet());
        Map<String, Long> people = people(
                clientId,
                asked,
                numbered.stream().map(k -> Objects.requireNonNull(lines.get(k))).toList());
        List<ReachLine> told = new ArrayList<>();
        for (int i = 0; i < numbered.size(); i++) {
            List<String> keys = numbered.get(i);
            told.add(new ReachLine(keys.subList(1, keys.size()), keys.get(0), people.get(String.valueOf(i))));
        }
        return told;
    }

    /** People by the place of a line; none for one whose ads are on more than one account. */
    private Map<String, Long> people(String clientId, Question asked, List<List<Ad>> numbered) {
        Map<String, Map<String, List<String>>> setsByAccount = new LinkedHashMap<>();
        for (int i = 0; i < numbered.size(); i++) {
            List<Ad> ads = numbered.get(i);
            Set<String> of = ads.stream().map(a -> a.known().accountId()).collect(Collectors.toSet());
            if (of.size() == 1) {
                setsByAccount
                        .computeIfAbsent(of.iterator().next(), a -> new LinkedHashMap<>())
                        .put(
                                String.valueOf(i),
                                ads.stream()
                                        .map(a -> a.known().externalId())
                                        .filter(Objects::nonNull)
                                        .toList());
            }
        }
        Map<String, Long> people = new HashMap<>();
        setsByAccount.forEach((accountId, sets) -> {
            Account account = accounts.account(clientId, accountId);
            people.putAll(
                    networks.connector(account.network()).reach(account.externalId(), asked.from(), asked.to(), sets));
        });
        return people;
    }

    private List<Ad> wanted(String clientId, Question asked) {
        return known.all(clientId).stream()
                .filter(ad -> (asked.campaignIds().isEmpty()
                                || asked.campaignIds().contains(ad.known().campaignId()))
                        && (asked.temperature() == null || asked.temperature() == ad.temperature()))
                .toList();
    }

    /**
     * Whether a number of two lines differs by more than chance.
     *
     * @param first currency and keys of a line; likewise the second
     * @return empty where that cannot be said: of sums, of two currencies, of results of different kinds
     * @throws Refusal when a line or the number is not there
     */
    Optional<Difference> difference(
            String clientId, Question asked, String metric, List<String> first, List<String> second) {
        Range range = range(clientId, asked);
        Metric compared = metric(clientId, metric);
        Map<List<String>, LineSum> sums = sums(clientId, asked, range, List.of(compared));
        for (List<String> keys : List.of(first, second)) {
            if (!sums.containsKey(keys)) {
                throw gone("first", keys);
            }
        }
        if (!first.get(0).equals(second.get(0))) {
            return Optional.empty();
        }
        Map<List<String>, Map<LocalDate, LineSum>> days =
                byDay(clientId, asked, range, compared, Set.of(first, second));
        double margin = margin(clientId);
        Map<LocalDate, LineSum> one = days.getOrDefault(first, Map.of());
        Map<LocalDate, LineSum> other = days.getOrDefault(second, Map.of());
        List<LocalDate> all = Stream.concat(one.keySet().stream(), other.keySet().stream())
                .distinct()
                .sorted()
                .toList();
        return Difference.of(compared, facts(all, one, margin), facts(all, other, margin), sums.size());
    }

    private static List<Facts> facts(List<LocalDate> days, Map<LocalDate, LineSum> of, double margin) {
        return days.stream()
                .map(day -> Optional.ofNullable(of.get(day))
                        .map(line -> line.facts(margin))
                        .orElseGet(() -> new Facts(Counts.NONE, margin)))
                .toList();
    }

    /** Some lines day by day. */
    private Map<List<String>, Map<LocalDate, LineSum>> byDay(
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

    /** Of counts what they will be once all has come in; of costs what they are for money that has had its time. */
    private static <K> Ranks<K> ranks(Metric metric, Map<K, LineSum> lines, LineSum all, double margin) {
        if (all.late().contains(metric.code())) {
            Map<K, Double> values = new HashMap<>();
            lines.forEach((line, sum) -> values.put(line, sum.once(metric)));
            return Ranks.ofValues(values, metric.better());
        }
        Map<K, Facts> facts = new HashMap<>();
        lines.forEach((line, sum) -> facts.put(line, sum.ripe(metric, margin)));
        return Ranks.of(facts, metric);
    }

    private static Table told(
            Range range,
            Map<List<String>, LineSum> sums,
            List<Metric> metrics,
            @Nullable Metric ranked,
            double margin) {
        Map<String, LineSum> totals = new LinkedHashMap<>();
        addUp(sums, totals);
        List<List<String>> ordered = ordered(sums);
        List<Line> lines = ordered.stream()
                .map(keys -> Objects.requireNonNull(sums.get(keys)).line(keys, metrics, margin))
                .toList();
        return new Table(
                range.from(),
                range.to(),
                lines,
                ranked == null ? null : new Ranked(ranked.code(), signs(ranked, ordered, sums, totals, margin)),
                totals(totals, metrics, margin),
                lines.stream().anyMatch(l -> l.temperatures().size() > 1));
    }

    private static void addUp(Map<List<String>, LineSum> sums, Map<String, LineSum> totals) {
        sums.forEach((keys, sum) ->
                totals.computeIfAbsent(keys.get(0), k -> sum.empty()).add(sum));
    }

    private static List<List<String>> ordered(Map<List<String>, LineSum> sums) {
        return sums.keySet().stream().sorted(BY_EYE).toList();
    }

    private static List<Line> totals(Map<String, LineSum> totals, List<Metric> metrics, double margin) {
        return totals.entrySet().stream()
                .map(e -> e.getValue().line(List.of(e.getKey()), metrics, margin))
                .toList();
    }

    /** Ranks within each currency: money of one says nothing beside that of another. */
    private static String signs(
            Metric ranked,
            List<List<String>> ordered,
            Map<List<String>, LineSum> sums,
            Map<String, LineSum> totals,
            double margin) {
        Map<List<String>, String> signs = new HashMap<>();
        totals.forEach((currency, all) -> {
            Map<List<String>, LineSum> own = new HashMap<>();
            sums.forEach((keys, sum) -> {
                if (keys.get(0).equals(currency)) {
                    own.put(keys, sum);
                }
            });
            Ranks<List<String>> ranks = ranks(ranked, own, all, margin);
            ranks.steps().forEach((keys, step) -> signs.put(keys, String.valueOf(step)));
            ranks.few().forEach(keys -> signs.put(keys, "~"));
        });
        return ordered.stream().map(keys -> signs.getOrDefault(keys, "-")).collect(Collectors.joining());
    }

    /** By currency, then by keys as people look for them, without regard to case. */
    private static final Comparator<List<String>> BY_EYE = Comparator.comparing((List<String> k) -> k.get(0))
            .thenComparing(
                    k -> String.join("\u0000", k.subList(1, k.size())),
                    Comparator.comparing((String s) -> s.toLowerCase(Locale.ROOT))
                            .thenComparing(Comparator.naturalOrder()));
}
