package app.tidewrack.core.network;

import app.tidewrack.core.network.PlacementRule.PictureRule;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A kind of ad.
 *
 * @param placements codes of where it can show
 * @param pictures whether its media may be pictures
 * @param videos whether they may be videos
 * @param needs what an ad of this kind must bring besides media and texts
 * @param promotes what of a profile's own a format that needs a post stands on; null where the rulebook does not say, which are posts,
 *     films and answers
 * @param cards when its media stand in a row, each with its own text and link; null where they do not
 */
public record FormatRule(
        String code,
        String words,
        List<String> placements,
        boolean pictures,
        boolean videos,
        int leastMedia,
        int mostMedia,
        Need needs,
        @Nullable List<Promoted> promotes,
        @Nullable CardRule cards) {

    private static final List<Promoted> UNSAID = List.of(Promoted.POST, Promoted.FILM, Promoted.ANSWER);

    /** What of a profile's own its ads stand on; empty where they bring their own texts and media. */
    public List<Promoted> standsOn() {
        return needs != Need.POST ? List.of() : promotes == null ? UNSAID : promotes;
    }

    /** What an ad brings besides media and texts. */
    public enum Need {
        NOTHING,
        /** An existing post or answer, which shows its own texts. */
        POST,
        FORM,
        CHAT,
        MESSAGE
    }

    /**
     * @param first media before this one, counted from 0, are no cards but what shows above the row
     * @param textLimit longest text of a card, in user-perceived characters
     * @param priced whether each must be a product with its name and price
     * @param picture what a card's picture must be; null where the placement's own rule holds
     */
    public record CardRule(
            int first,
            int textLimit,
            boolean priced,
            @Nullable PictureRule picture) {}
}
