package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * What a row keeps to of its audience: one slice of each variable that it was split by, in the order of the splits. It is
 * applied to the audience as it is at the time, so a row follows when its audience is changed.
 */
public record Narrowing(List<Slice> slices) {
    public static final Narrowing NONE = new Narrowing(List.of());

    public Narrowing {
        slices = List.copyOf(slices);
    }

    public boolean none() {
        return slices.isEmpty();
    }

    /** The audience cut down to all of the slices. */
    public AudienceDefinition of(AudienceDefinition audience) {
        AudienceDefinition narrowed = audience;
        for (Slice slice : slices) {
            narrowed = slice.of(narrowed);
        }
        return narrowed;
    }

    /** The same with one slice more; one of the same variable is replaced. */
    public Narrowing with(Slice slice) {
        List<Slice> changed = new ArrayList<>(slices);
        changed.removeIf(s -> s.variable() == slice.variable());
        changed.add(slice);
        return new Narrowing(changed);
    }

    /** The same without what it keeps to of a variable. */
    public Narrowing without(Variable variable) {
        return new Narrowing(
                slices.stream().filter(s -> s.variable() != variable).toList());
    }

    /** Codes of the placements it keeps to; none for wherever the network shows the row's ads. */
    public List<String> placements() {
        if (slices.isEmpty()) {
            return List.of();
        }
        return slices.stream()
                .filter(Slice.ShownIn.class::isInstance)
                .map(s -> ((Slice.ShownIn) s).placement())
                .toList();
    }

    /** {@code 25 to 34 women Norwich}. */
    public String words() {
        return slices.stream().map(Slice::words).collect(Collectors.joining(" "));
    }
}
