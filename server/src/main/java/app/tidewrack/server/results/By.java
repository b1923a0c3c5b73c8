package app.tidewrack.server.results;

import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Measure;
import app.tidewrack.server.results.AdsKnown.Ad;
import app.tidewrack.server.results.FactSums.KnownAd;
import app.tidewrack.server.results.GroupSql.Beside;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What lines are made by.
 *
 * @param dimension of breakdowns; null without one
 */
record By(List<String> by, Beside beside, @Nullable String dimension) {

    private static final int HOURS = 24;

    /** Values of a breakdown that one ad has, few of which have more. */
    private static final int PARTS = 100;

    /** Breakdowns, with the dimension they are kept in and their place in its values. */
    private static final Map<String, Map.Entry<String, Integer>> BREAKDOWNS = new LinkedHashMap<>();

    /** What ads are told apart by beside tokens: their own names, and campaigns of which two may be named alike. */
    private static final Map<String, Function<KnownAd, @Nullable String>> OF_ADS =
            Map.of("AD", KnownAd::name, "CAMPAIGN_ID", KnownAd::campaignId);

    static {
        BREAKDOWNS.put("age", Map.entry("age,gender", 0));
        BREAKDOWNS.put("gender", Map.entry("age,gender", 1));
        BREAKDOWNS.put("country", Map.entry("region", 0));
        for (String each : List.of(
                "region",
                "placement",
                "device",
                "media",
                "body",
                "headline",
                "description",
                "call-to-action",
                "job-function",
                "seniority",
                "industry",
                "company-size")) {
            BREAKDOWNS.put(each, Map.entry(each, 0));
        }
    }

    static Set<String> breakdowns() {
        return BREAKDOWNS.keySet();
    }

    /** Ads of one account that stand in one line, as far as ads tell; and are of one temperature, seeking one result. */
    record Group(
            List<String> keys,
            String accountId,
            String currency,
            @Nullable Temperature temperature,
            @Nullable Measure result) {}

    static By of(List<String> by) {
        Beside beside = Beside.NOTHING;
        String dimension = null;
        int apart = 0;
        for (String each : by) {
            Map.Entry<String, Integer> breakdown = BREAKDOWNS.get(each);
            if (breakdown != null) {
                apart += breakdown.getKey().equals(dimension) ? 0 : 1;
                dimension = breakdown.getKey();
                beside = Beside.PART;
            } else if (Set.of("DAY", "WEEK", "HOUR").contains(each)) {
                apart++;
                // Weeks are added up from days.
                beside = each.equals("WEEK") ? Beside.DAY : Beside.valueOf(each);
            } else if (!OF_ADS.containsKey(each) && !isToken(each)) {
                throw new Refusal("by", "Nothing is told by “%s”.".formatted(each), "Choose of what is offered.");
            }
        }
        if (by.size() > 2) {
            throw new Refusal("by", "Lines are made by %d; the most is 2.".formatted(by.size()), "Leave one out.");
        }
        if (apart > 1) {
            throw new Refusal(
                    "by",
                    "%s are not told together by networks.".formatted(String.join(" and ", by)),
                    "Choose one of them, with a token of the name, or age with gender.");
        }
        return new By(by, beside, dimension);
    }

    private static boolean isToken(String name) {
        return Arrays.stream(Token.values()).anyMatch(t -> t.name().equals(name));
    }

    /** What an ad tells; null in the place of what stands beside. */
    List<String> ofAd(Ad ad) {
        return by.stream()
                .map(each -> {
                    Function<KnownAd, @Nullable String> own = OF_ADS.get(each);
                    if (own != null) {
                        return Objects.requireNonNullElse(own.apply(ad.known()), "");
                    }
                    return isToken(each) ? ad.values().getOrDefault(Token.valueOf(each), "") : "";
                })
                .toList();
    }

    List<String> keys(Group group, @Nullable String besides) {
        List<String> keys = new ArrayList<>(group.keys());
        for (int i = 0; i < keys.size(); i++) {
            Map.Entry<String, Integer> breakdown = BREAKDOWNS.get(by.get(i));
            if (breakdown != null) {
                String value = Objects.requireNonNullElse(besides, "").split(",")[breakdown.getValue()];
                keys.set(i, by.get(i).equals("country") ? value.substring(0, 2) : value);
            } else if (Set.of("DAY", "WEEK", "HOUR").contains(by.get(i))) {
                String told = Objects.requireNonNull(besides);
                keys.set(i, by.get(i).equals("WEEK") ? monday(LocalDate.parse(told)) : told);
            }
        }
        return keys;
    }

    /** How many lines ads of the same names make at most, as far as can be said beforehand. */
    long most(LocalDate from, LocalDate to) {
        return switch (beside) {
            case DAY -> ChronoUnit.DAYS.between(from, to) + 1;
            case HOUR -> HOURS;
            case PART -> PARTS;
            default -> 1;
        };
    }

    private static String monday(LocalDate day) {
        return day.with(TemporalAdjusters.previousOrSame(DayOfWeek.MONDAY)).toString();
    }

    @Nullable
    String day(LocalDate day) {
        return beside == Beside.DAY ? day.toString() : null;
    }
}
