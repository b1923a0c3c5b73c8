package app.tidewrack.practice.network;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.ObjectiveRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.Choice;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Function;
import tools.jackson.databind.json.JsonMapper;

/** Reads a rulebook and says all that is wrong with it: first by the JSON Schema, then what a schema cannot say. */
public final class RulebookReader {
    private final Schema schema;
    private final JsonMapper json;

    public RulebookReader(String schema, JsonMapper json) {
        this.schema = SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                .getSchema(schema, InputFormat.JSON);
        this.json = json;
    }

    /** @throws IllegalArgumentException that lists every fault with its place */
    public Rulebook read(String name, String text) {
        List<String> faults = new ArrayList<>(schema.validate(text, InputFormat.JSON).stream()
                .map(Object::toString)
                .toList());
        if (faults.isEmpty()) {
            Rulebook rulebook = json.readValue(text, Rulebook.class);
            faults.addAll(faults(rulebook));
            if (faults.isEmpty()) {
                return rulebook;
            }
        }
        throw new IllegalArgumentException("Rulebook %s:%n  %s".formatted(name, String.join("\n  ", faults)));
    }

    private static List<String> faults(Rulebook rulebook) {
        List<String> faults = new ArrayList<>();
        Set<String> placements = codes(faults, "placement", rulebook.placements(), PlacementRule::code);
        Set<String> formats = codes(faults, "format", rulebook.formats(), FormatRule::code);
        codes(faults, "objective", rulebook.objectives(), ObjectiveRule::code);
        codes(faults, "country", rulebook.audience().countries(), Choice::code);
        codes(faults, "currency", rulebook.money(), m -> m.currency().getCurrencyCode());
        rulebook.formats()
                .forEach(f -> f.placements().stream()
                        .filter(p -> !placements.contains(p))
                        .forEach(p -> faults.add("format %s names the unknown placement %s".formatted(f.code(), p))));
        rulebook.objectives()
                .forEach(o -> o.formats().stream()
                        .filter(f -> !formats.contains(f))
                        .forEach(f -> faults.add("objective %s names the unknown format %s".formatted(o.code(), f))));
        rulebook.placements().forEach(p -> folds(faults, p));
        bands(faults, rulebook);
        if (rulebook.review().from().compareTo(rulebook.review().to()) > 0) {
            faults.add("review runs backwards: %s to %s"
                    .formatted(rulebook.review().from(), rulebook.review().to()));
        }
        return faults;
    }

    private static <T> Set<String> codes(List<String> faults, String what, List<T> all, Function<T, String> code) {
        Set<String> codes = new HashSet<>();
        all.stream()
                .map(code)
                .filter(c -> !codes.add(c))
                .forEach(c -> faults.add("%s %s stands twice".formatted(what, c)));
        return codes;
    }

    private static void folds(List<String> faults, PlacementRule placement) {
        for (PlacementRule.TextRule text : List.of(placement.body(), placement.headline(), placement.description())) {
            if (text.fold() > text.limit()) {
                faults.add("placement %s folds at %d, behind its limit %d"
                        .formatted(placement.code(), text.fold(), text.limit()));
            }
        }
        if (placement.video() != null
                && placement.video().leastSeconds() > placement.video().mostSeconds()) {
            faults.add("placement %s has no length of video that fits".formatted(placement.code()));
        }
    }

    /** Bands must cover all ages, one after the other. */
    private static void bands(List<String> faults, Rulebook rulebook) {
        List<AgeRange> bands = rulebook.audience().ageBands();
        int next = rulebook.audience().youngest();
        for (AgeRange band : bands) {
            if (band.from() != next) {
                faults.add("the age band from %d should begin at %d".formatted(band.from(), next));
            }
            next = band.to() + 1;
        }
        if (!bands.isEmpty() && next != rulebook.audience().oldest() + 1) {
            faults.add("the last age band ends at %d, not at %d"
                    .formatted(next - 1, rulebook.audience().oldest()));
        }
    }
}
