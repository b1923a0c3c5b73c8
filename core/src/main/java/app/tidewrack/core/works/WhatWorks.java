package app.tidewrack.core.works;

import app.tidewrack.core.evidence.Comparison;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.evidence.Stratified;
import app.tidewrack.core.evidence.Stratified.Stratum;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * How often something came of ads that show one thing, against ads that show another. Ads are compared within one row alone, where the
 * same people see both for the same money, day by day ({@link Stratified}). Where rows hold apart what differs, only ads are compared
 * that are alike in all else; where they do not, the same is told as a hint, with what it is mixed up with. Of all values that are
 * looked at together, the part that is called and false is held to the level (Benjamini and Hochberg 1995).
 */
public final class WhatWorks {
    /** Of those that are called better or worse, at most this part is so by chance, on average. */
    public static final double LEVEL = 0.05;

    /** With fewer pictures, or phrases, of a kind on either side it may be they and not their kind. */
    public static final int FEWEST_CARRIERS = 3;

    private static final double CERTAINTY = 0.95;

    /** What differs in more than this part of what is compared is told as mixed up with it. */
    private static final double MOSTLY = 0.5;

    private WhatWorks() {}

    /**
     * One ad.
     *
     * @param row whom it is shown to for which money; ads of one row are compared
     * @param traits what it shows; a trait that it has not, or several of, is not in it
     * @param came results by day; {@code of} trials or money by the same days
     */
    public record Shown(String row, Map<Trait, String> traits, double[] came, double[] of) {
        double ran() {
            return Arrays.stream(of).sum();
        }
    }

    /** How far rows hold apart what a value does. */
    public enum Held {
        /** Ads that are alike in all else stand beside each other. */
        APART,
        /** Something else differs along with it. */
        MIXED,
        /** It never stands beside another in one row. */
        NEVER_BESIDE
    }

    /**
     * A value beside all others of its trait in the same rows.
     *
     * @param times how many times as often it brings what is counted
     * @param between with 95 % certainty, for itself alone
     * @param p for all that is looked at together
     * @param days on which they ran beside each other
     */
    public record Beside(double times, Interval between, double p, int days) {
        /** Whether chance is ruled out. */
        public boolean apart() {
            return p <= LEVEL;
        }
    }

    /**
     * What came of ads with one value of a trait.
     *
     * @param ads how many show it
     * @param carriers how many pictures, or phrases, have it; of what stands for itself 1
     * @param came all that came of them; {@code of} likewise
     * @param beside how it stands to the others; null where it never stood beside one, or too little came
     * @param mixedWith what else differs between them, the most often first; empty where it is held apart
     */
    public record Value(
            Trait trait,
            String value,
            int ads,
            int carriers,
            double came,
            double of,
            Held held,
            @Nullable Beside beside,
            List<Trait> mixedWith) {}

    /** All values of all traits in which ads differ: by trait, those that bring most for the same first. */
    public static Map<Trait, List<Value>> of(List<Shown> ads) {
        List<Shown> ran = ads.stream().filter(a -> a.ran() > 0).toList();
        List<Value> all = new ArrayList<>();
        for (Trait trait : Trait.values()) {
            Set<String> values = ran.stream()
                    .flatMap(a -> Optional.ofNullable(a.traits().get(trait)).stream())
                    .collect(Collectors.toCollection(TreeSet::new));
            if (trait.told() && values.size() > 1) {
                values.forEach(v -> all.add(value(ran, trait, v)));
            }
        }
        List<Value> told = forAllLookedAt(all);
        Map<Trait, List<Value>> byTrait = new EnumMap<>(Trait.class);
        told.stream()
                .sorted(Comparator.comparingDouble(
                        v -> -(v.beside() == null ? 0 : v.beside().times())))
                .forEach(v -> byTrait.computeIfAbsent(v.trait(), t -> new ArrayList<>())
                        .add(v));
        return byTrait;
    }

    private static List<Value> forAllLookedAt(List<Value> all) {
        List<Value> judged = all.stream().filter(v -> v.beside() != null).toList();
        List<Double> ps = Comparison.falseShare(judged.stream()
                .map(v -> v.beside() == null ? 1.0 : v.beside().p())
                .toList());
        return all.stream()
                .map(v -> {
                    Beside b = v.beside();
                    return b == null
                            ? v
                            : new Value(
                                    v.trait(),
                                    v.value(),
                                    v.ads(),
                                    v.carriers(),
                                    v.came(),
                                    v.of(),
                                    v.held(),
                                    new Beside(b.times(), b.between(), ps.get(judged.indexOf(v)), b.days()),
                                    v.mixedWith());
                })
                .toList();
    }

    private static Value value(List<Shown> ran, Trait trait, String value) {
        List<Shown> with =
                ran.stream().filter(a -> value.equals(a.traits().get(trait))).toList();
        List<Shown> having =
                ran.stream().filter(a -> a.traits().containsKey(trait)).toList();
        Set<Trait> others = EnumSet.allOf(Trait.class);
        others.remove(trait);
        others.removeAll(trait.natural());
        Compared alike = compare(
                having,
                trait,
                value,
                a -> a.row()
                        + others.stream()
                                .map(o -> "|" + a.traits().getOrDefault(o, ""))
                                .collect(Collectors.joining()));
        Compared inRow = compare(having, trait, value, Shown::row);
        boolean clean =
                alike.carriedBy() >= FEWEST_CARRIERS && alike.stratified().isPresent();
        Compared told = clean ? alike : inRow;
        return new Value(
                trait,
                value,
                with.size(),
                carriers(trait, with),
                with.stream().mapToDouble(a -> Arrays.stream(a.came()).sum()).sum(),
                with.stream().mapToDouble(Shown::ran).sum(),
                clean ? Held.APART : inRow.pairs().isEmpty() ? Held.NEVER_BESIDE : Held.MIXED,
                told.stratified()
                        .map(s -> new Beside(s.times(), s.between(), s.p(), s.days()))
                        .orElse(null),
                clean ? List.of() : mixedWith(trait, others, inRow));
    }

    private static int carriers(Trait trait, List<Shown> ads) {
        Trait carrier = trait.carrier();
        return carrier == null
                ? 1
                : (int) ads.stream()
                        .map(a -> a.traits().getOrDefault(carrier, ""))
                        .distinct()
                        .count();
    }

    private record Pair(Shown with, Shown other) {
        double weight() {
            return with.ran() * other.ran() / (with.ran() + other.ran());
        }
    }

    /** @param carriedBy the fewer of the carriers on either side; as many as are needed for what stands for itself */
    private record Compared(Optional<Stratified> stratified, List<Pair> pairs, int carriedBy) {}

    private static Compared compare(List<Shown> having, Trait trait, String value, Function<Shown, String> stratum) {
        Map<String, List<Shown>> strata =
                having.stream().collect(Collectors.groupingBy(stratum, LinkedHashMap::new, Collectors.toList()));
        List<Stratum> both = new ArrayList<>();
        List<Pair> pairs = new ArrayList<>();
        Set<Shown> compared = new HashSet<>();
        for (List<Shown> ads : strata.values()) {
            List<Shown> with = ads.stream()
                    .filter(a -> value.equals(a.traits().get(trait)))
                    .toList();
            List<Shown> others = ads.stream().filter(a -> !with.contains(a)).toList();
            if (!with.isEmpty() && !others.isEmpty()) {
                both.add(new Stratum(
                        sum(with, Shown::came),
                        sum(with, Shown::of),
                        sum(others, Shown::came),
                        sum(others, Shown::of)));
                with.forEach(w -> others.forEach(o -> pairs.add(new Pair(w, o))));
                compared.addAll(ads);
            }
        }
        Trait carrier = trait.carrier();
        int fewer = FEWEST_CARRIERS;
        if (carrier != null) {
            Map<Boolean, Set<String>> sides = compared.stream()
                    .collect(Collectors.partitioningBy(
                            a -> value.equals(a.traits().get(trait)),
                            Collectors.mapping(a -> a.traits().getOrDefault(carrier, ""), Collectors.toSet())));
            fewer = sides.values().stream().mapToInt(Set::size).min().orElse(0);
        }
        return new Compared(Stratified.of(both, CERTAINTY), pairs, fewer);
    }

    private static double[] sum(List<Shown> ads, Function<Shown, double[]> of) {
        double[] sum = new double[ads.get(0).of().length];
        for (Shown ad : ads) {
            double[] own = of.apply(ad);
            for (int i = 0; i < sum.length; i++) {
                sum[i] += own[i];
            }
        }
        return sum;
    }

    private static List<Trait> mixedWith(Trait trait, Set<Trait> others, Compared inRow) {
        double all = inRow.pairs().stream().mapToDouble(Pair::weight).sum();
        Map<Trait, Double> parts = new EnumMap<>(Trait.class);
        for (Trait other : others) {
            double differing = inRow.pairs().stream()
                    .filter(p -> !p.with()
                            .traits()
                            .getOrDefault(other, "")
                            .equals(p.other().traits().getOrDefault(other, "")))
                    .mapToDouble(Pair::weight)
                    .sum();
            if (all > 0 && differing / all > MOSTLY) {
                parts.put(other, differing / all);
            }
        }
        List<Trait> mixed = new ArrayList<>(parts.entrySet().stream()
                .sorted(Map.Entry.<Trait, Double>comparingByValue().reversed())
                .map(Map.Entry::getKey)
                // What another that is told here carries is told with that.
                .filter(t -> t.carrier() == null || !parts.containsKey(t.carrier()))
                .toList());
        Trait carrier = trait.carrier();
        if (carrier != null
                && inRow.carriedBy() < FEWEST_CARRIERS
                && !inRow.pairs().isEmpty()) {
            mixed.add(0, carrier);
        }
        return mixed;
    }
}
