package app.tidewrack.practice.report;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.report.Cell.Part;
import app.tidewrack.practice.world.World;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** Words for the numbers in cells, the same for as long as the world is. */
@Component
public class Labels {
    /** Devices by their number in cells. */
    public static final List<String> DEVICES = List.of("phone", "tablet", "desktop");

    /** Facts of work by the part of a cell they stand in. */
    public static final Map<Part, TermKind> WORK_PARTS = new LinkedHashMap<>();

    private static final List<String> GENDERS = List.of("women", "men", "not said");
    private static final String NO_WORK = "not known";
    private static final List<AgeRange> USUAL_BANDS = List.of(
            new AgeRange(14, 17),
            new AgeRange(18, 24),
            new AgeRange(25, 34),
            new AgeRange(35, 44),
            new AgeRange(45, 54),
            new AgeRange(55, 64),
            new AgeRange(65, 80));

    static {
        WORK_PARTS.put(Part.JOB_FUNCTION, TermKind.JOB_FUNCTION);
        WORK_PARTS.put(Part.SENIORITY, TermKind.SENIORITY);
        WORK_PARTS.put(Part.INDUSTRY, TermKind.INDUSTRY);
        WORK_PARTS.put(Part.COMPANY_SIZE, TermKind.COMPANY_SIZE);
    }

    private final List<String> regions;
    private final Map<String, Integer> regionNumbers = new HashMap<>();
    private final Map<TermKind, List<String>> work = new HashMap<>();

    Labels(World world) {
        regions = List.copyOf(new TreeSet<>(world.geography().regions().keySet()));
        for (int i = 0; i < regions.size(); i++) {
            regionNumbers.put(regions.get(i), i);
        }
        WORK_PARTS.values().forEach(kind -> {
            List<String> codes = new ArrayList<>(List.of(NO_WORK));
            codes.addAll(world.panel().columns(kind).keySet());
            work.put(kind, codes);
        });
    }

    /** The bands that numbers are told by: the network's own, or the usual ones. */
    public static List<AgeRange> ageBands(Network network) {
        List<AgeRange> own = network.rulebook().audience().ageBands();
        return own.isEmpty() ? USUAL_BANDS : own;
    }

    public int region(String code) {
        return regionNumbers.getOrDefault(code, 0);
    }

    /** Numbers of the codes of a fact of work; 0 stands for people who do not work. */
    public Map<String, Integer> workCodes(TermKind kind) {
        Map<String, Integer> numbers = new HashMap<>();
        List<String> codes = Objects.requireNonNull(work.get(kind));
        for (int i = 0; i < codes.size(); i++) {
            numbers.put(codes.get(i), i);
        }
        return numbers;
    }

    String word(Network network, Part part, int value) {
        return switch (part) {
            case AGE -> age(network, value);
            case GENDER -> GENDERS.get(value);
            case REGION -> regions.get(value);
            case PLACEMENT -> network.rulebook().placements().get(value).code();
            case DEVICE -> DEVICES.get(value);
            case JOB_FUNCTION, SENIORITY, INDUSTRY, COMPANY_SIZE ->
                Objects.requireNonNull(work.get(WORK_PARTS.get(part))).get(value);
            default -> String.valueOf(value + 1);
        };
    }

    private static String age(Network network, int band) {
        List<AgeRange> bands = ageBands(network);
        AgeRange range = bands.get(band);
        return band == bands.size() - 1 ? range.from() + "+" : range.from() + "-" + range.to();
    }
}
