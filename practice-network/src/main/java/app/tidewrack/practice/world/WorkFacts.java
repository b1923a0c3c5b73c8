package app.tidewrack.practice.world;

import app.tidewrack.core.audience.TermKind;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntUnaryOperator;
import java.util.stream.IntStream;
import org.roaringbitmap.RoaringBitmap;

/** What those who work do: function by their traits, the rest by function, age and luck. Our own shares. */
public final class WorkFacts {
    static final List<String> SENIORITIES = List.of("trainee", "junior", "experienced", "lead", "director", "board");
    static final List<String> SIZES = List.of("1", "2-10", "11-50", "51-200", "201-1000", "1001-5000", "5001+");
    static final List<String> DEGREES = List.of("school", "trade", "bachelor", "master", "doctor");
    static final List<String> YEARS = List.of("0-2", "3-5", "6-10", "11-20", "21+");

    private static final double[] SIZE_UPTO = {0.10, 0.30, 0.50, 0.68, 0.83, 0.93, 1};
    private static final double WORKING = 0.76;
    private static final int FROM = 18;
    private static final int TO = 67;

    private final long seed;
    private final Panel panel;
    private final List<JobFunction> functions;
    private final byte[] function;
    private final byte[] seniority;
    private final double[] logShares;
    private final List<String> industries;
    private final int[][] industryNumbers;
    private final List<String> titles;
    private final int[] firstTitle;

    private WorkFacts(long seed, Panel panel, List<JobFunction> functions) {
        this.seed = Chance.bits(seed, Chance.seed("work"));
        this.panel = panel;
        this.functions = functions;
        function = new byte[panel.size()];
        seniority = new byte[panel.size()];
        logShares = functions.stream().mapToDouble(f -> Math.log(f.share())).toArray();
        industries = functions.stream()
                .flatMap(f -> f.industries().stream())
                .distinct()
                .sorted()
                .toList();
        industryNumbers = functions.stream()
                .map(f -> f.industries().stream().mapToInt(industries::indexOf).toArray())
                .toArray(int[][]::new);
        titles = functions.stream()
                .flatMap(f -> f.titles().stream())
                .map(TopicTree::slug)
                .toList();
        int[] from = new int[functions.size()];
        for (int f = 1; f < from.length; f++) {
            from[f] = from[f - 1] + functions.get(f - 1).titles().size();
        }
        firstTitle = from;
        IntStream.range(0, panel.size()).parallel().forEach(p -> {
            function[p] = (byte) function(p);
            seniority[p] = (byte) seniority(p);
        });
    }

    static WorkFacts of(long seed, Panel panel, List<JobFunction> functions) {
        return new WorkFacts(seed, panel, functions);
    }

    Map<TermKind, Map<String, RoaringBitmap>> columns() {
        Map<TermKind, Map<String, RoaringBitmap>> columns = new EnumMap<>(TermKind.class);
        columns.put(
                TermKind.JOB_FUNCTION,
                ofWorking(functions.stream().map(JobFunction::code).toList(), p -> function[p]));
        columns.put(TermKind.JOB_TITLE, ofWorking(titles, this::title));
        columns.put(TermKind.SENIORITY, ofWorking(SENIORITIES, p -> seniority[p]));
        columns.put(TermKind.INDUSTRY, ofWorking(industries, this::industry));
        columns.put(TermKind.COMPANY_SIZE, ofWorking(SIZES, this::companySize));
        columns.put(TermKind.DEGREE, Codes.bitmaps(panel.size(), DEGREES, this::degree));
        columns.put(TermKind.EXPERIENCE, ofWorking(YEARS, this::experience));
        return columns;
    }

    private Map<String, RoaringBitmap> ofWorking(List<String> codes, IntUnaryOperator number) {
        return Codes.bitmaps(panel.size(), codes, p -> works(p) ? number.applyAsInt(p) : -1);
    }

    /** What the network knows of a person's work by kind; empty for someone who does not work. */
    public String fact(TermKind kind, int person) {
        if (!works(person)) {
            return "";
        }
        return switch (kind) {
            case JOB_FUNCTION -> job(person).code();
            case SENIORITY -> SENIORITIES.get(seniority[person]);
            case INDUSTRY -> industries.get(industry(person));
            case COMPANY_SIZE -> SIZES.get(companySize(person));
            default -> throw new IllegalArgumentException(kind + " is no fact of work");
        };
    }

    private boolean works(int person) {
        return function[person] >= 0;
    }

    private JobFunction job(int person) {
        return functions.get(function[person]);
    }

    /** The function of the highest share, pull and luck. */
    private int function(int person) {
        int age = panel.age(person);
        if (age < FROM || age > TO || Chance.unit(seed, person) >= WORKING) {
            return -1;
        }
        int best = 0;
        double most = Double.NEGATIVE_INFINITY;
        for (int f = 0; f < functions.size(); f++) {
            JobFunction job = functions.get(f);
            double score = logShares[f] + panel.dot(person, job.pull()) + Chance.gumbel(seed + 1 + f, person);
            if (score > most) {
                most = score;
                best = f;
            }
        }
        return best;
    }

    private int seniority(int person) {
        if (function[person] < 0) {
            return 0;
        }
        double rank = (panel.age(person) - 32) / 12.0
                + 0.5 * panel.trait(5, person)
                + Chance.normal(Chance.bits(seed, 501), person);
        return rank < -1.2 ? 0 : rank < 0 ? 1 : rank < 1.7 ? 2 : rank < 2.7 ? 3 : rank < 3.6 ? 4 : 5;
    }

    private int title(int person) {
        int last = job(person).titles().size() - 1;
        return firstTitle[function[person]] + Math.min(last, Math.max(0, seniority[person] - 2));
    }

    private int industry(int person) {
        int[] found = industryNumbers[function[person]];
        double u = Chance.unit(Chance.bits(seed, 502), person);
        return found[Math.min(found.length - 1, (int) (u * u * found.length))];
    }

    private int companySize(int person) {
        double u = Chance.unit(Chance.bits(seed, 503), person);
        if (job(person).code().equals("owner")) {
            u *= 0.5;
        }
        int size = 0;
        while (u > SIZE_UPTO[size]) {
            size++;
        }
        return size;
    }

    private int degree(int person) {
        if (panel.age(person) < FROM) {
            return -1;
        }
        double learned = 0.8 * panel.trait(3, person) + Chance.normal(Chance.bits(seed, 504), person);
        return learned < -0.6 ? 0 : learned < 0.5 ? 1 : learned < 1.2 ? 2 : learned < 2.6 ? 3 : 4;
    }

    private int experience(int person) {
        double u = Chance.unit(Chance.bits(seed, 505), person);
        double years = Math.max(0, panel.age(person) - 19 - 6 * u);
        return years < 3 ? 0 : years < 6 ? 1 : years < 11 ? 2 : years < 21 ? 3 : 4;
    }
}
