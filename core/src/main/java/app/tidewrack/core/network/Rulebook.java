package app.tidewrack.core.network;

import java.util.Collection;
import java.util.Currency;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * One network's limits and offers as data, as the network itself states them. All lengths of text are in user-perceived
 * characters (Unicode UAX #29), all pixels are after EXIF rotation, all money is in minor units of the currency beside
 * it.
 *
 * @param code two letters, the network's chip
 * @param byHand true where nothing can be asked or told: people enter there what was planned, and no sizes, reviews, results or leads
 *     come back
 * @param version grows with every change of the file
 * @param form null where the network has no lead forms
 * @param mix null where it has no mix ads
 * @param message null where it sends no direct messages
 * @param chat null where clicks open no chats
 * @param nameLimit longest name of a campaign, ad group or ad
 * @param linkLimit longest landing link
 * @param linkMacros what it replaces in links when an ad is clicked; the code is the very text
 */
public record Rulebook(
        String code,
        String name,
        String kind,
        boolean byHand,
        int version,
        List<ObjectiveRule> objectives,
        List<FormatRule> formats,
        List<PlacementRule> placements,
        AudienceOffer audience,
        SpendingRule spending,
        List<MoneyRule> money,
        ScheduleRule schedule,
        List<Choice> callsToAction,
        @Nullable FormRule form,
        @Nullable MixRule mix,
        @Nullable MessageRule message,
        @Nullable ChatRule chat,
        List<Choice> switches,
        ReviewRule review,
        ReportRule reports,
        List<SubjectRule> subjects,
        CallRule calls,
        int nameLimit,
        int linkLimit,
        List<Choice> linkMacros) {

    /** Something to choose from: a stable code and the words shown for it. */
    public record Choice(String code, String words) {}

    /**
     * One currency the network takes.
     *
     * @param lowestDailyMinor the lowest daily money of an ad group
     * @param lowestBidMinor the lowest maximum bid or target cost
     * @param thousandFromMinor what a thousand impressions cost at the low end, usually
     * @param thousandToMinor and at the high end
     */
    public record MoneyRule(
            Currency currency,
            long lowestDailyMinor,
            long lowestBidMinor,
            long thousandFromMinor,
            long thousandToMinor) {}

    /** How often callers may call, and the most rows of one answer. */
    public record CallRule(int perMinute, int page) {}

    /** The texts of its macros. */
    public List<String> macroCodes() {
        return linkMacros.stream().map(Choice::code).toList();
    }

    public Optional<ObjectiveRule> objective(String wanted) {
        return objectives.stream().filter(o -> o.code().equals(wanted)).findFirst();
    }

    public Optional<FormatRule> format(String wanted) {
        return formats.stream().filter(f -> f.code().equals(wanted)).findFirst();
    }

    /** Whether any placement of a format takes a picture that is seen before a video plays. */
    public boolean takesPoster(String format) {
        return format(format).stream()
                .flatMap(f -> f.placements().stream())
                .flatMap(p -> placement(p).stream())
                .anyMatch(p -> p.video() != null && p.video().poster());
    }

    public Optional<PlacementRule> placement(String wanted) {
        return placements.stream().filter(p -> p.code().equals(wanted)).findFirst();
    }

    /**
     * Where ads of some formats show that choose no placements: the first placement of each format, in the network's order.
     *
     * @param formats codes; unknown ones are passed over
     */
    public List<PlacementRule> usualPlacements(Collection<String> formats) {
        Set<String> codes = formats.stream()
                .flatMap(f -> format(f).stream())
                .map(f -> f.placements().get(0))
                .collect(Collectors.toSet());
        return placements.stream().filter(p -> codes.contains(p.code())).toList();
    }

    public Optional<MoneyRule> money(Currency currency) {
        return money.stream().filter(m -> m.currency().equals(currency)).findFirst();
    }

    public Optional<SubjectRule> subject(String wanted) {
        return subjects.stream().filter(s -> s.code().equals(wanted)).findFirst();
    }

    public String callToActionWords(String wanted) {
        return callsToAction.stream()
                .filter(c -> c.code().equals(wanted))
                .map(Choice::words)
                .findFirst()
                .orElse(wanted);
    }
}
