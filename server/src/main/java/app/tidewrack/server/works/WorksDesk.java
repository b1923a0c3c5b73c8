package app.tidewrack.server.works;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Difference;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Metric.Pair;
import app.tidewrack.core.splittest.Verdict.Kind;
import app.tidewrack.core.works.FilmHold;
import app.tidewrack.core.works.FilmHold.Watched;
import app.tidewrack.core.works.MixParts;
import app.tidewrack.core.works.MixParts.Part;
import app.tidewrack.core.works.MixParts.Stands;
import app.tidewrack.core.works.MixParts.Together;
import app.tidewrack.core.works.Trait;
import app.tidewrack.core.works.WhatWorks;
import app.tidewrack.core.works.WhatWorks.Shown;
import app.tidewrack.core.works.WhatWorks.Value;
import app.tidewrack.server.results.AdsByDay;
import app.tidewrack.server.results.AdsByDay.AdDays;
import app.tidewrack.server.results.AdsByDay.PartDay;
import app.tidewrack.server.results.MetricView;
import app.tidewrack.server.works.WorksMapper.ShownAd;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Puts together what ads show and what they brought. */
@Service
@RequiredArgsConstructor
class WorksDesk {
    private static final List<Measure> REACHED =
            List.of(Measure.VIEWS, Measure.WATCHED_25, Measure.WATCHED_50, Measure.WATCHED_75, Measure.FINISHED);

    private final WorksMapper mapper;
    private final AdsByDay ads;
    private final AdTraits traits;

    /**
     * An ad with what it shows and what that brought.
     *
     * @param days since it shows this
     */
    private record Ran(ShownAd shown, CreativeSettings creative, AdDays brought, Map<LocalDate, Counts> days) {}

    private List<Ran> ran(String clientId) {
        Map<Integer, AdDays> brought =
                ads.of(clientId).stream().collect(Collectors.toMap(AdDays::ad, Function.identity()));
        List<Ran> ran = new ArrayList<>();
        for (ShownAd shown : mapper.shown(clientId)) {
            AdDays days = brought.get(shown.ad());
            if (days != null && shown.settings() instanceof AdSettings settings) {
                LocalDate since = since(shown);
                ran.add(new Ran(
                        shown,
                        settings.creative(),
                        days,
                        since == null ? days.days() : days.days().tailMap(since)));
            }
        }
        return ran;
    }

    /** The first whole account day on which it showed what it shows; null where it never showed anything else. */
    private static @Nullable LocalDate since(ShownAd ad) {
        return ad.showsSince() == null
                ? null
                : ad.showsSince().atZone(ZoneId.of(ad.zone())).toLocalDate().plusDays(1);
    }

    /** A number that rests on counts: what came, and what it came of. */
    private Metric metric(String clientId, String code) {
        Metric metric = ads.metric(clientId, code);
        if (metric.rests().isEmpty() || metric.amounts() != null) {
            throw new Refusal(
                    "metric",
                    "%s is no share and no cost of something that is counted.".formatted(metric.words()),
                    "Choose one such as the click rate.");
        }
        return metric;
    }

    private Pair pair(String clientId, Metric metric, Counts counts, @Nullable Measure result) {
        return metric.pair(ads.facts(clientId, counts, result)).orElse(new Pair(0, 0));
    }

    private static boolean share(Metric metric) {
        return Difference.kind(metric) == Kind.SHARE;
    }

    /**
     * @param number of all that has it together; null where it is of several currencies or kinds of results
     * @param creativeId one that has it, of which most came; null where none is in a plan
     */
    record ValueWorks(
            Value value,
            @Nullable Double number,
            @Nullable String currency,
            @Nullable String creativeId) {}

    record TraitWorks(Trait trait, List<ValueWorks> values) {}

    /**
     * @param ads how many are looked at
     * @param share whether what is compared is a share; otherwise how much came for the same money
     */
    record WorksView(MetricView metric, boolean share, int ads, List<TraitWorks> traits) {}

    /** @param temperature null for all */
    WorksView works(String clientId, String code, @Nullable Temperature temperature) {
        Metric metric = metric(clientId, code);
        AdTraits.Reader reader = traits.reader(clientId);
        List<Ran> ran = ran(clientId).stream()
                .filter(r -> temperature == null || temperature == r.brought().temperature())
                .toList();
        List<LocalDate> days = days(ran.stream().map(Ran::days).toList());
        Map<Ran, Map<Trait, String>> shows = new LinkedHashMap<>();
        List<Shown> shown = new ArrayList<>();
        for (Ran r : ran) {
            Map<Trait, String> of = reader.of(r.creative());
            shows.put(r, of);
            double[][] pairs = byDay(
                    days,
                    day -> pair(
                            clientId,
                            metric,
                            r.days().getOrDefault(day, Counts.NONE),
                            r.brought().result()));
            shown.add(new Shown(r.brought().campaignId() + "/" + r.brought().rowId(), of, pairs[0], pairs[1]));
        }
        List<TraitWorks> told = new ArrayList<>();
        WhatWorks.of(shown)
                .forEach((trait, values) -> told.add(new TraitWorks(
                        trait,
                        values.stream()
                                .map(v -> view(v, metric, having(shows, trait, v.value())))
                                .toList())));
        int looked = (int) shown.stream()
                .filter(s -> IntStream.range(0, s.of().length).anyMatch(i -> s.of()[i] > 0))
                .count();
        return new WorksView(MetricView.of(metric), share(metric), looked, told);
    }

    private static List<Ran> having(Map<Ran, Map<Trait, String>> shows, Trait trait, String value) {
        return shows.entrySet().stream()
                .filter(e -> value.equals(e.getValue().get(trait)))
                .map(Map.Entry::getKey)
                .toList();
    }

    private static ValueWorks view(Value value, Metric metric, List<Ran> having) {
        Set<String> currencies =
                having.stream().map(r -> r.brought().currency()).collect(Collectors.toSet());
        boolean one = currencies.size() == 1
                && (!metric.counted().equals(Measure.RESULTS.code())
                        || having.stream()
                                        .map(r -> r.brought().result())
                                        .distinct()
                                        .count()
                                == 1);
        double number = share(metric) ? value.came() / value.of() : value.of() / value.came();
        return new ValueWorks(
                value,
                one && Double.isFinite(number) ? number : null,
                currencies.size() == 1 ? currencies.iterator().next() : null,
                having.stream()
                        .filter(r -> r.shown().creativeId() != null)
                        .max(Comparator.comparingLong(r -> r.days().values().stream()
                                .mapToLong(c -> c.get(Measure.CLICKS))
                                .sum()))
                        .map(r -> r.shown().creativeId())
                        .orElse(null));
    }

    private static List<LocalDate> days(List<Map<LocalDate, Counts>> all) {
        SortedSet<LocalDate> days = new TreeSet<>();
        all.forEach(d -> days.addAll(d.keySet()));
        return List.copyOf(days);
    }

    private static double[][] byDay(List<LocalDate> days, Function<LocalDate, Pair> pairs) {
        double[][] both = new double[2][days.size()];
        for (int i = 0; i < days.size(); i++) {
            Pair pair = pairs.apply(days.get(i));
            both[0][i] = pair.came();
            both[1][i] = pair.of();
        }
        return both;
    }

    /** Slots of a mix ad, with the breakdown that tells of their parts. */
    enum MixSlot {
        MEDIA("media"),
        HEADLINE("headline"),
        BODY("body"),
        DESCRIPTION("description"),
        CALL_TO_ACTION("call-to-action");

        private final String dimension;

        MixSlot(String dimension) {
            this.dimension = dimension;
        }

        List<String> parts(CreativeSettings creative) {
            return switch (this) {
                case MEDIA -> creative.media();
                case HEADLINE -> creative.headlines();
                case BODY -> creative.bodies();
                case DESCRIPTION -> creative.descriptions();
                case CALL_TO_ACTION -> creative.callsToAction();
            };
        }
    }

    /** @param part hash, text or code */
    record PartView(String part, Stands stands) {}

    /** @param parts that were shown, in the creative's order */
    record SlotView(MixSlot slot, List<PartView> parts) {}

    /**
     * @param creativeId null once it is in no plan
     * @param planId of one plan that shows it; likewise the campaign
     * @param since the first whole day on which it showed what it shows; null where it never showed anything else
     * @param slots of which there are two parts or more
     * @param together media, the first, with headlines, the second, where the network tells of both
     */
    record MixView(
            @Nullable String creativeId,
            String name,
            @Nullable String planId,
            String campaignId,
            String currency,
            int ads,
            @Nullable LocalDate since,
            List<SlotView> slots,
            List<Together> together) {}

    record MixesView(MetricView metric, boolean share, List<MixView> mixes) {}

    /** Ads whose parts are the same are one, wherever they lead. */
    private record Alike(@Nullable String creativeId, List<List<String>> parts, String currency) {
        static Alike of(Ran ran) {
            return new Alike(
                    ran.shown().creativeId(),
                    Arrays.stream(MixSlot.values())
                            .map(s -> s.parts(ran.creative()))
                            .toList(),
                    ran.brought().currency());
        }
    }

    MixesView mixes(String clientId, String code) {
        Metric metric = metric(clientId, code);
        Map<Alike, List<Ran>> alike = ran(clientId).stream()
                .filter(r -> r.creative().format().equals(Creative.MIX))
                .collect(Collectors.groupingBy(Alike::of, LinkedHashMap::new, Collectors.toList()));
        return new MixesView(
                MetricView.of(metric),
                share(metric),
                alike.values().stream().map(of -> mix(clientId, metric, of)).toList());
    }

    private MixView mix(String clientId, Metric metric, List<Ran> of) {
        Ran first = of.get(0);
        Map<MixSlot, List<Stands>> stands = new LinkedHashMap<>();
        List<SlotView> slots = new ArrayList<>();
        for (MixSlot slot : MixSlot.values()) {
            List<String> parts = slot.parts(first.creative());
            if (parts.size() > 1) {
                List<Stands> found = MixParts.of(parts(clientId, metric, of, slot.dimension), share(metric)).stream()
                        .filter(s -> s.number() <= parts.size())
                        .toList();
                stands.put(slot, found);
                slots.add(new SlotView(
                        slot,
                        found.stream()
                                .map(s -> new PartView(parts.get(s.number() - 1), s))
                                .toList()));
            }
        }
        List<Together> together = stands.containsKey(MixSlot.MEDIA) && stands.containsKey(MixSlot.HEADLINE)
                ? MixParts.together(
                        pairs(clientId, metric, of),
                        Objects.requireNonNull(stands.get(MixSlot.MEDIA)),
                        Objects.requireNonNull(stands.get(MixSlot.HEADLINE)))
                : List.of();
        return new MixView(
                first.shown().creativeId(),
                Objects.requireNonNullElse(
                        first.shown().creative(), first.shown().settings().name()),
                first.shown().planId(),
                first.shown().campaignId(),
                first.brought().currency(),
                of.size(),
                of.stream()
                        .map(r -> since(r.shown()))
                        .filter(Objects::nonNull)
                        .max(Comparator.naturalOrder())
                        .orElse(null),
                slots,
                together);
    }

    /** What parts brought since their ads show what they show. */
    private Map<String, Map<LocalDate, Pair>> byPart(String clientId, Metric metric, List<Ran> of, String dimension) {
        Map<Integer, Ran> byAd =
                of.stream().collect(Collectors.toMap(r -> r.shown().ad(), Function.identity()));
        Map<String, Map<LocalDate, Pair>> parts = new LinkedHashMap<>();
        for (PartDay part : ads.parts(clientId, byAd.keySet(), dimension)) {
            Ran ran = Objects.requireNonNull(byAd.get(part.ad()));
            if (ran.days().containsKey(part.day())) {
                Pair pair = pair(clientId, metric, part.counts(), ran.brought().result());
                parts.computeIfAbsent(part.part(), p -> new HashMap<>())
                        .merge(part.day(), pair, (a, b) -> new Pair(a.came() + b.came(), a.of() + b.of()));
            }
        }
        return parts;
    }

    private List<Part> parts(String clientId, Metric metric, List<Ran> of, String dimension) {
        Map<String, Map<LocalDate, Pair>> parts = byPart(clientId, metric, of, dimension);
        List<LocalDate> days = parts.values().stream()
                .flatMap(d -> d.keySet().stream())
                .distinct()
                .sorted()
                .toList();
        List<Part> told = new ArrayList<>();
        parts.forEach((part, pairs) -> {
            double[][] both = byDay(days, day -> pairs.getOrDefault(day, new Pair(0, 0)));
            told.add(new Part(Integer.parseInt(part), both[0], both[1]));
        });
        told.sort(Comparator.comparingInt(Part::number));
        return told;
    }

    private List<MixParts.Pair> pairs(String clientId, Metric metric, List<Ran> of) {
        List<MixParts.Pair> pairs = new ArrayList<>();
        byPart(clientId, metric, of, MixSlot.MEDIA.dimension + "," + MixSlot.HEADLINE.dimension)
                .forEach((part, days) -> {
                    String[] numbers = part.split(",");
                    pairs.add(new MixParts.Pair(
                            Integer.parseInt(numbers[0]),
                            Integer.parseInt(numbers[1]),
                            days.values().stream().mapToDouble(Pair::came).sum(),
                            days.values().stream().mapToDouble(Pair::of).sum()));
                });
        return pairs;
    }

    /** Of all films that ran by themselves in an ad; of a mix or a carousel it is not told which film was watched. */
    List<FilmHold> films(String clientId) {
        Map<String, Counts> byFilm = new LinkedHashMap<>();
        for (Ran r : ran(clientId)) {
            if (r.creative().media().size() == 1) {
                r.days().values().forEach(c -> byFilm.merge(r.creative().media().get(0), c, Counts::plus));
            }
        }
        return FilmHold.of(byFilm.entrySet().stream()
                .map(e -> new Watched(
                        e.getKey(), REACHED.stream().map(e.getValue()::get).toList()))
                .toList());
    }
}
