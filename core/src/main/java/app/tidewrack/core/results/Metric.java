package app.tidewrack.core.results;

import app.tidewrack.core.evidence.DayBlocks;
import app.tidewrack.core.evidence.Interval;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Formula.Named;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A number that results are judged by.
 *
 * @param code as formulas name it
 * @param better which way is good
 * @param share shown in per cent
 * @param part of a share the number above the line, by code, when it counts some of what stands below; empty otherwise
 * @param rests what the number stands on, by code: of a share what stands below the line, of a cost what it is for; empty where
 *     it is itself a count or a sum, or one amount for another
 * @param amounts of one amount for another, as value for money, both; null else
 */
public record Metric(
        String code,
        String words,
        Formula formula,
        Better better,
        boolean share,
        String part,
        String rests,
        @Nullable Amounts amounts) {
    /** One amount for another, which neither is a count: that above the line, and that below it. */
    public record Amounts(Measure above, Measure below) {}

    /** Which way of a number is good. */
    public enum Better {
        HIGH,
        LOW,
        /** A size, as spend: neither. */
        NEITHER
    }

    public static final double CERTAINTY = 0.95;
    private static final String MARGIN = "margin";

    /** By code, in the order in which they are shown: what is counted, then what is made of it. */
    public static final Map<String, Metric> USUAL;

    private static final Map<String, Named> NAMES;

    static {
        Map<String, Named> names = new HashMap<>();
        Map<String, Metric> usual = new LinkedHashMap<>();
        names.put(MARGIN, new Named(Unit.PLAIN, Set.of(), Facts::margin));
        Arrays.stream(Measure.values())
                .forEach(m -> names.put(
                        m.code(), new Named(m.unit(), Set.of(m), f -> f.counts().get(m))));
        for (Measure m : Measure.values()) {
            Better better = m == Measure.SPEND || m == Measure.IMPRESSIONS ? Better.NEITHER : Better.HIGH;
            usual.put(
                    m.code(),
                    new Metric(m.code(), m.words(), Formula.of(m.code(), names), better, false, "", "", null));
        }
        for (Metric made : List.of(
                // Impressions are bought by the thousand, not met by chance: how many there are is no evidence, but
                // days are.
                amounts("cpm", "cost per thousand", " * 1000", Better.LOW, Measure.SPEND, Measure.IMPRESSIONS, names),
                share("click_rate", "click rate", "clicks", "impressions", names),
                low("cost_per_click", "cost per click", "spend / clicks", "clicks", names),
                low("cost_per_visit", "cost per visit", "spend / visits", "visits", names),
                share("view_rate", "share watched 3 seconds", "views", "impressions", names),
                share("finish_rate", "share watched to the end", "finished", "views", names),
                low("cost_per_view", "cost per view", "spend / views", "views", names),
                share("result_rate", "results per click", "results", "clicks", names),
                low("cost_per_result", "cost per result", "spend / results", "results", names),
                high("leads", "leads", "site_leads + form_sends", names),
                low("cost_per_lead", "cost per lead", "spend / (site_leads + form_sends)", "leads", names),
                low("cost_per_qualified", "cost per qualified lead", "spend / qualified", "qualified", names),
                high("sales", "sales", "purchases + view_purchases", names),
                low("cost_per_sale", "cost per sale", "spend / (purchases + view_purchases)", "sales", names),
                high("conversions", "conversions", "purchases + site_leads + installs + form_sends", names),
                low(
                        "cost_per_conversion",
                        "cost per conversion",
                        "spend / (purchases + site_leads + installs + form_sends)",
                        "conversions",
                        names),
                amounts("return", "return on spend", "", Better.HIGH, Measure.VALUE, Measure.SPEND, names),
                high("profit", "profit", "value * margin - spend", names))) {
            usual.put(made.code(), made);
        }
        usual.forEach((code, m) -> names.put(code, new Named(m.formula().unit(), m.reads(), m.formula()::of)));
        USUAL = Collections.unmodifiableMap(usual);
        NAMES = Map.copyOf(names);
    }

    private static Metric low(String code, String words, String formula, String rests, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(formula, names), Better.LOW, false, "", rests, null);
    }

    private static Metric high(String code, String words, String formula, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(formula, names), Better.HIGH, false, "", "", null);
    }

    /** @param unit what the one over the other is multiplied by, as formulas write it */
    private static Metric amounts(
            String code,
            String words,
            String unit,
            Better better,
            Measure above,
            Measure below,
            Map<String, Named> names) {
        Formula formula = Formula.of("%s / %s%s".formatted(above.code(), below.code(), unit), names);
        return new Metric(code, words, formula, better, false, "", "", new Amounts(above, below));
    }

    private static Metric share(String code, String words, String part, String of, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(part + " / " + of, names), Better.HIGH, true, part, of, null);
    }

    /**
     * A number of the buyer's own.
     *
     * @throws app.tidewrack.core.refusal.Refusal as {@link Formula#of(String, Map)}
     */
    public static Metric own(String code, String words, String formula, Better better, boolean share) {
        return new Metric(code, words, Formula.of(formula, NAMES), better, share, "", "", null);
    }

    /** @throws IllegalArgumentException when there is none of this code */
    public static Metric usual(String code) {
        Metric metric = USUAL.get(code);
        if (metric == null) {
            throw new IllegalArgumentException("No number " + code);
        }
        return metric;
    }

    /**
     * The numbers that ads of a temperature are judged by. Common practice: cold ones by click and visit, retargeting by lead,
     * sale and return; warm ones lie between, so by what the click costs and what a result does.
     */
    public static List<Metric> judging(Temperature temperature) {
        return codes(temperature).stream().map(Metric::usual).toList();
    }

    private static List<String> codes(Temperature temperature) {
        return switch (temperature) {
            case COLD -> List.of("cost_per_click", "click_rate", "cost_per_visit");
            case WARM -> List.of("cost_per_click", "cost_per_result", "result_rate");
            case RETARGETING -> List.of("cost_per_lead", "cost_per_sale", "return");
        };
    }

    /** What is counted of which the number is made, and all that it is judged by: with all else 0 it is the same. */
    public Set<Measure> reads() {
        return formula.reads();
    }

    /** Empty where the number has no meaning yet, such as a cost per click without clicks. */
    public OptionalDouble of(Facts facts) {
        double value = formula.of(facts);
        return Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value);
    }

    /**
     * What the number stands for, by what: of a cost how often what it is for came, for how much money; of a share both counts; of
     * one amount for another these. Empty where it is a count or a sum itself.
     */
    public Optional<Pair> pair(Facts facts) {
        if (amounts != null) {
            return Optional.of(
                    new Pair(facts.counts().get(amounts.above()), facts.counts().get(amounts.below())));
        }
        if (rests.isEmpty()) {
            return Optional.empty();
        }
        double whole = usual(rests).of(facts).orElse(0);
        return Optional.of(
                part.isEmpty()
                        ? new Pair(whole, facts.counts().spendMinor())
                        : new Pair(usual(part).of(facts).orElse(0), whole));
    }

    /** Whether it is a number of things, and no amount, share or cost. */
    public boolean isCount() {
        return rests.isEmpty() && formula.unit().money() == 0 && formula.unit().count() == 1;
    }

    /** The code of what is counted of it: what a cost is for, the part of a share; empty where it rests on no count. */
    public String counted() {
        return part.isEmpty() ? rests : part;
    }

    /** What came, and what it came of. */
    public record Pair(double came, double of) {}

    /**
     * What is added up to what came, and to what it came of: measures that networks report, as {@link #pair} has them.
     *
     * @param sought what counts as the result; null where that is not known
     * @return empty where the number is no pair, or something else than networks' reports stands in it
     */
    public Optional<List<List<Measure>>> measures(@Nullable Measure sought) {
        if (amounts != null) {
            return Optional.of(List.of(List.of(amounts.above()), List.of(amounts.below())));
        }
        List<Measure> whole = measures(rests, sought);
        List<Measure> came = part.isEmpty() ? whole : measures(part, sought);
        List<Measure> of = part.isEmpty() ? List.of(Measure.SPEND) : whole;
        return came.isEmpty() || of.isEmpty() ? Optional.empty() : Optional.of(List.of(came, of));
    }

    /**
     * Whether the money follows what this is the cost of, since that is what is charged: then the cost is what was bid, and says
     * nothing of the ad.
     */
    public boolean isPriceOf(Charge charged, @Nullable Measure sought) {
        Measure bought = switch (charged) {
            case IMPRESSION -> Measure.IMPRESSIONS;
            case CLICK -> Measure.CLICKS;
            case VIEW -> Measure.VIEWS;
            case SEND -> Measure.FORM_SENDS;
        };
        return part.isEmpty() && amounts == null && measures(rests, sought).equals(List.of(bought));
    }

    private static List<Measure> measures(String counted, @Nullable Measure sought) {
        if (counted.isEmpty()) {
            return List.of();
        }
        if (counted.equals(Measure.RESULTS.code())) {
            return sought == null ? List.of() : List.of(sought);
        }
        return Measure.REPORTED.stream()
                .filter(m -> usual(counted).of(Counts.NONE.with(m, 1)).orElse(0) == 1)
                .toList();
    }

    /**
     * Between which values the number lies with a certainty of 95 %, as days show it; where what a cost is for never came, it is at
     * least what was spent by the most that may have come by bad luck. Empty where the number is a count or a sum itself, or too
     * little was tried.
     */
    public Optional<Interval> interval(DayBlocks days) {
        if (amounts != null) {
            double unit = of(Counts.NONE.with(amounts.above(), 1).with(amounts.below(), 1))
                    .orElse(1);
            return days.amount(CERTAINTY).map(i -> i.times(unit));
        }
        if (rests.isEmpty()) {
            return Optional.empty();
        }
        return part.isEmpty() ? days.rate(CERTAINTY).map(Metric::inverse) : days.share(CERTAINTY);
    }

    static Interval inverse(Interval often) {
        return new Interval(1 / often.to(), often.from() == 0 ? Double.POSITIVE_INFINITY : 1 / often.from());
    }

    /** The same by counts alone, for numbers in which no margin stands. */
    public OptionalDouble of(Counts counts) {
        return of(new Facts(counts, Double.NaN));
    }

    /** Every number with a value, by code. */
    public static Map<String, Double> all(List<Metric> metrics, Facts facts) {
        Map<String, Double> values = new LinkedHashMap<>();
        metrics.forEach(m -> m.of(facts).ifPresent(v -> values.put(m.code(), v)));
        return values;
    }
}
