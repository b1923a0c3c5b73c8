package app.tidewrack.core.results;

import app.tidewrack.core.evidence.ChainLadder;
import app.tidewrack.core.evidence.ChainLadder.Cohort;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * How much of what days bring has come in by now: a sale counts for the day of its ad, and may be made days later. It is learned by
 * {@link ChainLadder} from what an account told earlier, each kind of result by itself.
 */
public final class Arrivals {
    /** Days of which more may come; what comes later is too little to wait for. */
    public static final int MOST_AGE = 28;

    /** Days that are learned from: how it was long ago says little of how it is. */
    public static final int LEARNED_FROM = 60;

    /** From here on nobody waits for the rest. */
    public static final double NEARLY_ALL = 0.98;

    private static final double ALL = 0.995;

    /** Results of one kind from which an account is learned from by itself, and under which nothing is said. */
    private static final double ENOUGH = 100;

    private static final double LEAST = 20;

    private static final ChainLadder NOTHING = ChainLadder.of(List.of());

    private final Map<String, ChainLadder> ladders = new ConcurrentHashMap<>();
    private final History history;
    private final List<History> others;

    /**
     * What more was told of a day.
     *
     * @param first age of the day, in days, when those hours of it that this adds to were told first
     * @param age of the day when it was told, not under {@code first}
     */
    public record Told(LocalDate day, int first, int age, Counts more) {}

    /**
     * What an account told.
     *
     * @param until it has told by now, by its own clock
     */
    public record History(List<Told> told, LocalDateTime until) {
        public History {
            told = List.copyOf(told);
        }
    }

    /** @param others accounts of the same client, from which is learned while this one has told little */
    public Arrivals(History history, List<History> others) {
        this.history = history;
        this.others = List.copyOf(others);
    }

    /** Of an account of which nothing is known: all is there at once. */
    public static Arrivals unknown(LocalDateTime until) {
        return new Arrivals(new History(List.of(), until), List.of());
    }

    /**
     * The part of a number's count that has come in.
     *
     * @param counted code of a count, as {@code sales}
     * @param day account day
     * @return over 0 to 1; 1 where too little is known to say
     */
    public double come(String counted, LocalDate day) {
        double age = age(day);
        return age >= MOST_AGE ? 1 : clamped(ladder(counted).come(Math.max(0, age)));
    }

    /**
     * The part that has come in of what counts for a number: of a share beside what has come of that which it is a share of.
     *
     * @param sought what counts as the result; null where that is not known
     */
    public double come(Metric metric, @Nullable Measure sought, LocalDate day) {
        double whole = come(metric.rests(), sought, day);
        return metric.part().isEmpty() ? whole : Math.min(1, come(metric.part(), sought, day) / whole);
    }

    private double come(String counted, @Nullable Measure sought, LocalDate day) {
        String code = code(counted, sought);
        return code.isEmpty() ? 1 : come(code, day);
    }

    private static String code(String counted, @Nullable Measure sought) {
        return !counted.equals(Measure.RESULTS.code()) ? counted : sought == null ? "" : sought.code();
    }

    /** Standard error of {@link #come(String, LocalDate)} by what it was learned from. */
    public double error(String counted, LocalDate day) {
        double age = age(day);
        return age >= MOST_AGE ? 0 : ladder(counted).error(Math.max(0, age));
    }

    /** The first day of which by now anything worth telling of a count is still expected; the day after today for one that is all in. */
    public LocalDate freshFrom(String counted) {
        ChainLadder ladder = ladder(counted);
        int age = 0;
        while (age < Math.min(MOST_AGE, ladder.ages()) && ladder.come(age) < ALL) {
            age++;
        }
        return today().plusDays(1L - (age == 0 ? 0 : age + 1));
    }

    /** The account day that is told of now. */
    public LocalDate today() {
        return history.until().toLocalDate();
    }

    /** When nearly all of what counts for a number is there: the account day at whose end it is. */
    public LocalDate nearlyAllBy(Metric metric, @Nullable Measure sought, LocalDate day) {
        String code = code(metric.part().isEmpty() ? metric.rests() : metric.part(), sought);
        return code.isEmpty() ? day : nearlyAllBy(code, day);
    }

    LocalDate nearlyAllBy(String counted, LocalDate day) {
        ChainLadder ladder = ladder(counted);
        int age = 0;
        while (age < Math.min(MOST_AGE, ladder.ages()) && ladder.come(age) < NEARLY_ALL) {
            age++;
        }
        return day.plusDays(age);
    }

    private static double clamped(double part) {
        return Math.min(1, Math.max(0.01, part));
    }

    /** Since the end of the day, in days. */
    private double age(LocalDate day) {
        return Duration.between(day.plusDays(1).atStartOfDay(), history.until()).toMinutes() / (24.0 * 60);
    }

    private ChainLadder ladder(String counted) {
        return ladders.computeIfAbsent(counted, this::learned);
    }

    private ChainLadder learned(String counted) {
        List<Cohort> cohorts = new ArrayList<>(cohorts(history, counted));
        double all = sum(cohorts);
        for (History other : others) {
            if (all < ENOUGH) {
                cohorts.addAll(cohorts(other, counted));
            }
        }
        return sum(cohorts) < LEAST ? NOTHING : ChainLadder.of(cohorts);
    }

    private static double sum(List<Cohort> cohorts) {
        return cohorts.stream().mapToDouble(c -> c.came()[c.came().length - 1]).sum();
    }

    private record Begun(LocalDate day, int first) {}

    /** Days as they came in, to the last age that is over. */
    private static List<Cohort> cohorts(History history, String counted) {
        Metric metric = Metric.usual(counted);
        LocalDate last = history.until().toLocalDate().minusDays(1);
        Map<Begun, Map<Integer, Counts>> days = new LinkedHashMap<>();
        for (Told told : history.told()) {
            days.computeIfAbsent(new Begun(told.day(), told.first()), d -> new HashMap<>())
                    .merge(told.age(), told.more(), Counts::plus);
        }
        List<Cohort> cohorts = new ArrayList<>();
        days.forEach((begun, byAge) -> {
            int reached = Math.toIntExact(Math.min(MOST_AGE, ChronoUnit.DAYS.between(begun.day(), last)));
            if (reached < begun.first()) {
                return;
            }
            double[] came = new double[reached - begun.first() + 1];
            Counts sum = Counts.NONE;
            for (int i = 0; i < came.length; i++) {
                sum = sum.plus(byAge.getOrDefault(begun.first() + i, Counts.NONE));
                came[i] = metric.of(sum).orElse(0);
            }
            cohorts.add(new Cohort(begun.first(), came));
        });
        return cohorts;
    }
}
