package app.tidewrack.core.network;

import java.time.Duration;
import java.util.Currency;
import java.util.List;
import java.util.Optional;

/**
 * One network's limits and offers as data, as the network itself states them. All lengths of text are in user-perceived
 * characters (Unicode UAX #29), all pixels are after EXIF rotation.
 *
 * @param code two letters, the network's chip
 * @param nameLimit longest name of a campaign, ad group or ad
 * @param linkLimit longest landing link
 */
public record Rulebook(
        String code,
        String name,
        String kind,
        int version,
        List<ObjectiveRule> objectives,
        List<PlacementRule> placements,
        AudienceOffer audience,
        List<MoneyRule> money,
        List<Choice> callsToAction,
        ReviewRule review,
        int nameLimit,
        int linkLimit) {

    /** Something to choose from: a stable code and the words shown for it. */
    public record Choice(String code, String words) {}

    /** What a campaign can be for, what the network charges, and whether the site must report events. */
    public record ObjectiveRule(String code, String words, String charged, boolean needsSiteTag) {}

    /** Where an ad shows, and what fits there. */
    public record PlacementRule(
            String code, String words, TextRule body, TextRule headline, TextRule description, PictureRule picture) {}

    /**
     * @param limit the network refuses longer text
     * @param fold the placement cuts after this many characters
     */
    public record TextRule(int limit, int fold) {}

    /**
     * @param ratios shapes taken, as width divided by height
     * @param tolerance how far off a ratio may be, as a share of it: 0.03 is 3 %
     * @param largestBytes largest file
     * @param formats containers taken, such as {@code JPEG}
     */
    public record PictureRule(
            int leastWidth,
            int leastHeight,
            List<Ratio> ratios,
            double tolerance,
            long largestBytes,
            List<String> formats) {}

    /** A shape by its usual name, such as 4 to 5. */
    public record Ratio(double width, double height) {
        public double value() {
            return width / height;
        }

        @Override
        public String toString() {
            return trimmed(width) + ":" + trimmed(height);
        }

        private static String trimmed(double side) {
            return side == Math.rint(side) ? String.valueOf((long) side) : String.valueOf(side);
        }
    }

    /**
     * @param oldest the highest age; it stands for that age and over
     * @param leastPeople an audience under this cannot run
     * @param privacyFloor sizes under this are told as "fewer than"
     */
    public record AudienceOffer(
            List<Choice> countries,
            int youngest,
            int oldest,
            int leastRadiusKm,
            int mostRadiusKm,
            int mostPlaces,
            int mostInterests,
            int leastPeople,
            int privacyFloor) {}

    /** @param lowestDailyMinor the lowest daily money of an ad group, in minor units of {@code currency} */
    public record MoneyRule(Currency currency, long lowestDailyMinor) {}

    /** How long review takes, from and to. */
    public record ReviewRule(Duration from, Duration to) {}

    public Optional<ObjectiveRule> objective(String wanted) {
        return objectives.stream().filter(o -> o.code().equals(wanted)).findFirst();
    }

    public Optional<MoneyRule> money(Currency currency) {
        return money.stream().filter(m -> m.currency().equals(currency)).findFirst();
    }

    public String callToActionWords(String wanted) {
        return callsToAction.stream()
                .filter(c -> c.code().equals(wanted))
                .map(Choice::words)
                .findFirst()
                .orElse(wanted);
    }
}
