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
import java.util.HashMap;
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
    public record Shown(String row, Map<Trait, String> traits, double[] came, double[] of) {}

    /**
     * An ad that ran.
     *
     * @param ran all it came of
     * @param coded the traits' values as numbers, so that many are quickly compared; equal texts have equal numbers
     */
    private record Ad(Shown shown, double ran, int[] coded) {
        static Ad of(Shown shown, Map<String, Integer> codes) {
            int[] coded = new int[Trait.values().length];
            for (Trait trait : Trait.values()) {
                String value = shown.traits().get(trait);
                coded[trait.ordinal()] = value == null ? -1 : codes.computeIfAbsent(value, v -> codes.size());
            }
            return new Ad(shown, Arrays.stream(shown.of()).sum(), coded);
        }

        boolean has(Trait trait) {
            return shown.traits().containsKey(trait);
        }

        String value(Trait trait) {
            return shown.traits().getOrDefault(trait, "");
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
        Map<String, Integer> codes = new HashMap<>();
        List<Ad> ran =
                ads.stream().map(a -> Ad.of(a, codes)).filter(a -> a.ran() > 0).toList();
        List<Value> all = new ArrayList<>();
        for (Trait trait : Trait.values()) {
            List<Ad> having = ran.stream().filter(a -> a.has(trait)).toList();
            Set<String> values =
                    having.stream().map(a -> a.value(trait)).collect(Collectors.toCollection(TreeSet::new));
            if (trait.told() && values.size() > 1) {
                OfTrait told = new OfTrait(trait, having);
                values.forEach(v -> all.add(told.value(v)));
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

    /** Ads that are compared with each other, with what all of them brought by day. */
    private record Alike(List<Ad> ads, double[] came, double[] of) {
        static Alike of(List<Ad> ads) {
            return new Alike(ads, sum(ads, Shown::came), sum(ads, Shown::of));
        }

        private static double[] sum(List<Ad> ads, Function<Shown, double[]> of) {
            double[] sum = new double[ads.get(0).shown().of().length];
            for (Ad ad : ads) {
                double[] own = of.apply(ad.shown());
                for (int i = 0; i < sum.length; i++) {
                    sum[i] += own[i];
                }
            }
            return sum;
        }

        private static double[] less(double[] all, double[] part) {
            double[] rest = all.clone();
            for (int i = 0; i < rest.length; i++) {
                rest[i] = Math.max(0, rest[i] - part[i]);
            }
            return rest;
        }

        Stratum beside(Alike with) {
            return new Stratum(with.came, with.of, less(came, with.came), less(of, with.of));
        }
    }

    /**
     * @param stands how it stands to the others; empty where it stands beside none for long enough
     * @param pairs weight of all pairs of ads that are compared
     * @param differing of that, by trait, those that differ in it
     * @param carriedBy the fewer of the carriers on either side; as many as are needed for what stands for itself
     */
    private record Compared(Optional<Stratified> stands, double pairs, double[] differing, int carriedBy) {}

    /** All that is compared by one trait: rows and what is alike in them are the same for all its values. */
    private static final class OfTrait {
        private final Trait trait;
        private final Set<Trait> others = EnumSet.allOf(Trait.class);
        private final List<Ad> having;
        private final List<Alike> inRow;
        private final List<Alike> alikeInAll;

        OfTrait(Trait trait, List<Ad> having) {
            this.trait = trait;
            this.having = having;
            others.remove(trait);
            others.removeAll(trait.natural());
            inRow = strata(a -> a.shown().row());
            alikeInAll = strata(a ->
                    a.shown().row() + others.stream().map(o -> "|" + a.value(o)).collect(Collectors.joining()));
        }

        private List<Alike> strata(Function<Ad, String> key) {
            return having.stream()
                    .collect(Collectors.groupingBy(key, LinkedHashMap::new, Collectors.toList()))
                    .values()
                    .stream()
                    .filter(ads -> ads.size() > 1)
                    .map(Alike::of)
                    .toList();
        }

        private boolean has(Ad ad, String value) {
            return ad.value(trait).equals(value);
        }

        Value value(String value) {
            List<Ad> with = having.stream().filter(a -> has(a, value)).toList();
            Compared alike = compare(alikeInAll, value);
            Compared beside = compare(inRow, value);
            boolean clean =
                    alike.carriedBy() >= FEWEST_CARRIERS && alike.stands().isPresent();
            return new Value(
                    trait,
                    value,
                    with.size(),
                    carriers(with),
                    with.stream()
                            .mapToDouble(a -> Arrays.stream(a.shown().came()).sum())
                            .sum(),
                    with.stream().mapToDouble(Ad::ran).sum(),
                    clean ? Held.APART : beside.pairs() == 0 ? Held.NEVER_BESIDE : Held.MIXED,
                    (clean ? alike : beside)
                            .stands()
                            .map(s -> new Beside(s.times(), s.between(), s.p(), s.days()))
                            .orElse(null),
                    clean ? List.of() : mixedWith(beside));
        }

        private int carriers(List<Ad> ads) {
            Trait carrier = trait.carrier();
            return carrier == null
                    ? 1
                    : (int) ads.stream().map(a -> a.value(carrier)).distinct().count();
        }

        private Compared compare(List<Alike> strata, String value) {
            List<Stratum> both = new ArrayList<>();
            List<Ad> with = new ArrayList<>();
            List<Ad> beside = new ArrayList<>();
            double[] differing = new double[Trait.values().length];
            double pairs = 0;
            for (Alike all : strata) {
                List<Ad> own = all.ads().stream().filter(a -> has(a, value)).toList();
                if (!own.isEmpty() && own.size() < all.ads().size()) {
                    both.add(all.beside(Alike.of(own)));
                    List<Ad> rest =
                            all.ads().stream().filter(a -> !has(a, value)).toList();
                    for (Ad one : own) {
                        for (Ad other : rest) {
                            pairs += weigh(one, other, differing);
                        }
                    }
                    with.addAll(own);
                    beside.addAll(rest);
                }
            }
            int carriedBy = trait.carrier() == null ? FEWEST_CARRIERS : Math.min(carriers(with), carriers(beside));
            return new Compared(Stratified.of(both, CERTAINTY), pairs, differing, carriedBy);
        }

        /** Adds the weight of a pair to every trait in which the two differ. */
        private static double weigh(Ad one, Ad other, double[] differing) {
            double weight = one.ran() * other.ran() / (one.ran() + other.ran());
            for (int t = 0; t < differing.length; t++) {
                if (one.coded()[t] != other.coded()[t]) {
                    differing[t] += weight;
                }
            }
            return weight;
        }

        private List<Trait> mixedWith(Compared beside) {
            Map<Trait, Double> parts = new EnumMap<>(Trait.class);
            for (Trait other : others) {
                double share = beside.pairs() == 0 ? 0 : beside.differing()[other.ordinal()] / beside.pairs();
                if (share > MOSTLY) {
                    parts.put(other, share);
                }
            }
            List<Trait> mixed = new ArrayList<>(parts.entrySet().stream()
                    .sorted(Map.Entry.<Trait, Double>comparingByValue().reversed())
                    .map(Map.Entry::getKey)
                    // What another that is told here carries is told with that.
                    .filter(t -> t.carrier() == null || !parts.containsKey(t.carrier()))
                    .toList());
            Trait carrier = trait.carrier();
            if (carrier != null && beside.carriedBy() < FEWEST_CARRIERS && beside.pairs() > 0) {
                mixed.add(0, carrier);
            }
            return mixed;
        }
    }
}
