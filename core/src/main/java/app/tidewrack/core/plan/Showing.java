package app.tidewrack.core.plan;

import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import java.util.Collection;
import java.util.List;

/**
 * Where the ads of a row show.
 *
 * @param codes of the placements that were chosen; none otherwise
 */
public record Showing(How how, List<String> codes) {
    public static final Showing USUAL = new Showing(How.USUAL, List.of());

    /** Who chooses. */
    public enum How {
        /** The first placement of each of the row's formats. */
        USUAL,
        /** The network, among all that the formats show in. */
        NETWORK,
        CHOSEN
    }

    public Showing {
        codes = List.copyOf(codes);
    }

    /** Codes of {@link #placements} as a network is told them: none when it is left to it. */
    public List<String> told(Rulebook rulebook, Collection<String> formats) {
        return how == How.NETWORK
                ? List.of()
                : placements(rulebook, formats).stream()
                        .map(PlacementRule::code)
                        .toList();
    }

    /**
     * The placements that ads of some formats can show in.
     *
     * @param formats codes
     */
    public List<PlacementRule> placements(Rulebook rulebook, Collection<String> formats) {
        return switch (how) {
            case USUAL -> rulebook.usualPlacements(formats);
            case CHOSEN ->
                rulebook.placements().stream()
                        .filter(p -> codes.contains(p.code()))
                        .toList();
            case NETWORK ->
                rulebook.placements().stream()
                        .filter(p -> formats.stream()
                                .flatMap(f -> rulebook.format(f).stream())
                                .anyMatch(f -> f.placements().contains(p.code())))
                        .toList();
        };
    }
}
