package app.tidewrack.core.need;

import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.results.SpendingPace.Stand;
import app.tidewrack.core.splittest.Verdict.Outcome;
import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * One thing that needs a person, as data: who tells it writes the words. Money is in minor units of the currency beside it. What is of
 * a campaign names it with its plan and account; texts are as people or networks wrote them.
 */
public sealed interface Need {
    /** Kinds by rank: of two that are as urgent, the one before is told first. Stored by name. */
    enum Kind {
        UNTAKEN,
        REFUSED,
        BLOCKED,
        PACE,
        SIGN_OFF,
        LEADS,
        COMMENTS,
        CHANGED_THERE,
        UNKNOWN_ADS,
        ASIDE,
        TEST,
        ADVICE,
        POST
    }

    /** The most urgent first, then by kind; those that are alike in both keep the order in which they were found. */
    Comparator<Need> BY_URGENCY = Comparator.comparing(Need::urgency).thenComparing(Need::kind);

    /** Days before its start from which a campaign that cannot be launched is of today, and of now. */
    int DAYS_OF_TODAY = 7;

    int DAYS_OF_NOW = 1;

    Kind kind();

    /** Names it among a client's as long as it stays what it is: when it gets more, it is another. */
    String key();

    Urgency urgency();

    /** Null for what is of no plan. */
    default @Nullable String planId() {
        return null;
    }

    /** Null for what is of no account. */
    default @Nullable String accountId() {
        return null;
    }

    /**
     * A campaign was paused here, or let run on, and its network has not taken that.
     *
     * @param pause whether it was paused, and so still runs
     * @param problem why
     */
    record Untaken(String planId, String campaignId, String accountId, String campaign, boolean pause, String problem)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.UNTAKEN;
        }

        @Override
        public String key() {
            return "untaken %s %s".formatted(campaignId, pause ? "pause" : "resume");
        }

        @Override
        public Urgency urgency() {
            return pause ? Urgency.NOW : Urgency.TODAY;
        }
    }

    /** @param itemKey of the ad, row and column */
    record Refused(String planId, String campaignId, String accountId, String itemKey, String ad, String reason)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.REFUSED;
        }

        @Override
        public String key() {
            return "refused %s %s".formatted(campaignId, itemKey);
        }

        @Override
        public Urgency urgency() {
            return Urgency.NOW;
        }
    }

    /**
     * A campaign that cannot be launched as it is.
     *
     * @param blockers at least 1
     * @param says the first of them
     * @param rowId where that is mended; null for the sheet as a whole, likewise the column
     * @param onNetwork whether it is there already, and goes on as it was launched
     * @param daysToStart whole days until its flight begins; 0 and below once it has
     */
    record Blocked(
            String planId,
            String campaignId,
            String accountId,
            String campaign,
            int blockers,
            String says,
            @Nullable String rowId,
            @Nullable String columnId,
            boolean onNetwork,
            int daysToStart)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.BLOCKED;
        }

        @Override
        public String key() {
            return "blocked %s %d".formatted(campaignId, blockers);
        }

        @Override
        public Urgency urgency() {
            if (onNetwork) {
                return Urgency.TODAY;
            }
            return daysToStart <= DAYS_OF_NOW
                    ? Urgency.NOW
                    : daysToStart <= DAYS_OF_TODAY ? Urgency.TODAY : Urgency.SOON;
        }
    }

    /**
     * A row that spends otherwise than its flight wants.
     *
     * @param dueMinor what was to be spent by now
     * @param plannedMinor in all
     */
    record Pace(
            String planId,
            String campaignId,
            String accountId,
            String rowId,
            String row,
            String campaign,
            String currency,
            long spentMinor,
            long dueMinor,
            long plannedMinor,
            Stand stand)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.PACE;
        }

        @Override
        public String key() {
            return "pace %s %s".formatted(rowId, stand);
        }

        @Override
        public Urgency urgency() {
            return spentMinor == 0 ? Urgency.NOW : Urgency.TODAY;
        }
    }

    /**
     * Something that was sent and waits for a yes, or that came back.
     *
     * @param returned whether it came back
     * @param askedId who was asked; null for whoever may approve
     * @param byId who sent it
     * @param by name of who sent it, or of who returned it
     * @param says the note, or the reason
     */
    record SignOff(
            String planId,
            String signOffId,
            String plan,
            boolean returned,
            @Nullable String askedId,
            @Nullable String asked,
            String byId,
            String by,
            String says)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.SIGN_OFF;
        }

        @Override
        public String key() {
            return "signed %s %s".formatted(signOffId, returned ? "returned" : "waits");
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /** @param fresh that nobody has answered, at least 1 */
    record Leads(long fresh) implements Need {
        @Override
        public Kind kind() {
            return Kind.LEADS;
        }

        @Override
        public String key() {
            return "leads %d".formatted(fresh);
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /**
     * Comments on a plan that are not done, and in which somebody else had the last word.
     *
     * @param open at least 1
     * @param signOffId the newest of the plan, where they are read; null where nothing of it was ever sent
     */
    record Comments(
            String planId, String plan, long open, @Nullable String signOffId) implements Need {
        @Override
        public Kind kind() {
            return Kind.COMMENTS;
        }

        @Override
        public String key() {
            return "said %s %d".formatted(planId, open);
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /** @param things that somebody changed on the network, at least 1 */
    record ChangedThere(String planId, String campaignId, String accountId, String campaign, long things)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.CHANGED_THERE;
        }

        @Override
        public String key() {
            return "changed %s %d".formatted(campaignId, things);
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /** @param ads of the account that no plan here knows, and spent */
    record UnknownAds(String accountId, String account, String currency, long ads, long spendMinor) implements Need {
        @Override
        public Kind kind() {
            return Kind.UNKNOWN_ADS;
        }

        @Override
        public String key() {
            return "unknown %s %d".formatted(accountId, ads);
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /** @param lines of the account's reports that are not believed, at least 1 */
    record Aside(String accountId, String account, long lines) implements Need {
        @Override
        public Kind kind() {
            return Kind.ASIDE;
        }

        @Override
        public String key() {
            return "aside %s %d".formatted(accountId, lines);
        }

        @Override
        public Urgency urgency() {
            return Urgency.TODAY;
        }
    }

    /**
     * A split test that has said what it will.
     *
     * @param winner label of the cell that won; null for none
     * @param winnerValues its values of what was tested, in the order of the variables; empty for none
     * @param why what broke it; null where nothing did
     */
    record TestReady(
            String planId,
            String campaignId,
            String accountId,
            String testId,
            String test,
            Outcome outcome,
            @Nullable String winner,
            List<String> winnerValues,
            @Nullable String why)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.TEST;
        }

        @Override
        public String key() {
            return "test %s %s".formatted(testId, outcome);
        }

        /** One that is broken goes on to spend and will say nothing. */
        @Override
        public Urgency urgency() {
            return outcome == Outcome.BROKEN ? Urgency.TODAY : Urgency.SOON;
        }
    }

    /**
     * What the playbook advises of a row.
     *
     * @param adviceKey as the list of advice names it
     * @param amount per cent, or copies
     * @param moneyMinor a bid, or what the other row then has a day; null where neither is meant
     * @param dailyMinor of the row now
     * @param toRow label of the row that is to have its money; null for none
     * @param until the day before which it is left alone; null where it is not
     */
    record Advised(
            String planId,
            String campaignId,
            String accountId,
            String adviceKey,
            String rowId,
            String row,
            String campaign,
            String currency,
            Move move,
            double amount,
            @Nullable Long moneyMinor,
            long dailyMinor,
            @Nullable String toRow,
            @Nullable LocalDate until,
            String says)
            implements Need {
        @Override
        public Kind kind() {
            return Kind.ADVICE;
        }

        @Override
        public String key() {
            return "advice %s".formatted(adviceKey);
        }

        /** What is to be stopped costs by the day (common practice). */
        @Override
        public Urgency urgency() {
            return move == Move.STOP || move == Move.STOP_WITHOUT_RESULTS ? Urgency.TODAY : Urgency.SOON;
        }
    }

    /**
     * A post that a rule proposes as an ad.
     *
     * @param times how many times as much came as is usual at its age
     * @param above how many others it is over
     * @param of how many others
     */
    record PostDidWell(String accountId, String postId, String text, double times, int above, int of) implements Need {
        @Override
        public Kind kind() {
            return Kind.POST;
        }

        @Override
        public String key() {
            return "post %s %s".formatted(accountId, postId);
        }

        @Override
        public Urgency urgency() {
            return Urgency.SOON;
        }
    }
}
