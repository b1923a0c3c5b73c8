package app.tidewrack.core.network;

import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What a campaign can be for.
 *
 * @param goals what delivery can be optimised for; the first is the usual one
 * @param formats codes of the formats it takes
 */
public record ObjectiveRule(String code, String words, List<GoalRule> goals, List<String> formats) {

    /** What people do that delivery seeks. */
    public enum Action {
        IMPRESSION,
        CLICK,
        VIEW,
        ENGAGEMENT,
        FORM_SEND,
        MESSAGE,
        SITE_EVENT
    }

    /** What the network charges for. */
    public enum Charge {
        IMPRESSION,
        CLICK,
        VIEW,
        SEND
    }

    /**
     * @param charged for what, the usual one first
     * @param siteEvent the event the site tag must report; null where none is needed
     */
    public record GoalRule(
            String code,
            String words,
            Action action,
            List<Charge> charged,
            @Nullable String siteEvent) {
        /** What is charged for, where nothing else is asked. */
        public Charge charge(@Nullable Charge asked) {
            return asked == null ? charged.get(0) : asked;
        }
    }

    /**
     * A goal by its code.
     *
     * @param wanted null for the usual one
     * @throws Refusal when the objective has no such goal
     */
    public GoalRule goal(@Nullable String wanted) {
        return wanted == null
                ? goals.get(0)
                : goals.stream()
                        .filter(g -> g.code().equals(wanted))
                        .findFirst()
                        .orElseThrow(() -> new Refusal(
                                "goal",
                                "“%s” is no goal of %s.".formatted(wanted, words),
                                "Choose one of %s."
                                        .formatted(goals.stream()
                                                .map(GoalRule::code)
                                                .collect(Collectors.joining(", ")))));
    }

    /** True when no goal does without a site tag. */
    public boolean needsSiteTag() {
        return goals.stream().allMatch(g -> g.siteEvent() != null);
    }
}
