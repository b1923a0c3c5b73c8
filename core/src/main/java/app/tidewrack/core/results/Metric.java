package app.tidewrack.core.results;

import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Formula.Named;
import app.tidewrack.core.splittest.Interval;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;

/**
 * A number that results are judged by.
 *
 * @param code as formulas name it
 * @param better which way is good
 * @param share shown in per cent
 * @param part of a share the number above the line, by code, when it counts some of what stands below; empty otherwise
 * @param rests what the number stands on, by code: of a share what stands below the line, of a cost what it is for; empty where
 *     it is itself a count or a sum
 */
public record Metric(
        String code, String words, Formula formula, Better better, boolean share, String part, String rests) {
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
        names.put(MARGIN, new Named(Unit.PLAIN, Facts::margin));
        Arrays.stream(Measure.values())
                .forEach(m ->
                        names.put(m.code(), new Named(m.unit(), f -> f.counts().get(m))));
        for (Measure m : Measure.values()) {
            Better better = m == Measure.SPEND || m == Measure.IMPRESSIONS ? Better.NEITHER : Better.HIGH;
            usual.put(m.code(), new Metric(m.code(), m.words(), Formula.of(m.code(), names), better, false, "", ""));
        }
        for (Metric made : List.of(
                // Impressions are bought by the thousand, not met by chance: how many there are is no evidence.
                low("cpm", "cost per thousand", "spend / impressions * 1000", "", names),
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
                high("return", "return on spend", "value / spend", names),
                high("profit", "profit", "value * margin - spend", names))) {
            usual.put(made.code(), made);
        }
        usual.forEach((code, m) -> names.put(code, new Named(m.formula().unit(), m.formula()::of)));
        USUAL = Collections.unmodifiableMap(usual);
        NAMES = Map.copyOf(names);
    }

    private static Metric low(String code, String words, String formula, String rests, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(formula, names), Better.LOW, false, "", rests);
    }

    private static Metric high(String code, String words, String formula, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(formula, names), Better.HIGH, false, "", "");
    }

    private static Metric share(String code, String words, String part, String of, Map<String, Named> names) {
        return new Metric(code, words, Formula.of(part + " / " + of, names), Better.HIGH, true, part, of);
    }

    /**
     * A number of the buyer's own.
     *
     * @throws app.tidewrack.core.refusal.Refusal as {@link Formula#of(String, Map)}
     */
    public static Metric own(String code, String words, String formula, Better better, boolean share) {
        return new Metric(code, words, Formula.of(formula, NAMES), better, share, "", "");
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

    /** Empty where the number has no meaning yet, such as a cost per click without clicks. */
    public OptionalDouble of(Facts facts) {
        double value = formula.of(facts);
        return Double.isNaN(value) ? OptionalDouble.empty() : OptionalDouble.of(value);
    }

    /**
     * Between which values the number lies with a certainty of 95 %: of a share by Wilson's interval, of a cost by the exact
     * interval of how often what it is for came; where it never came, the cost is at least what was spent by the most that may
     * have come by bad luck. Empty where the number rests on no count, or nothing was tried.
     */
    public Optional<Interval> interval(Facts facts) {
        if (rests.isEmpty()) {
            return Optional.empty();
        }
        double whole = usual(rests).of(facts).orElse(0);
        if (!part.isEmpty()) {
            double some = usual(part).of(facts).orElse(0);
            // More clicks than views, or a view that is clicked twice: then it is no share.
            return whole <= 0 || some < 0 || some > whole
                    ? Optional.empty()
                    : Optional.of(Interval.ofShare(some, whole, CERTAINTY));
        }
        double spend = facts.counts().spendMinor();
        if (spend <= 0 || whole < 0) {
            return Optional.empty();
        }
        Interval often = Interval.ofCount(whole, CERTAINTY);
        return Optional.of(
                new Interval(spend / often.to(), often.from() == 0 ? Double.POSITIVE_INFINITY : spend / often.from()));
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
