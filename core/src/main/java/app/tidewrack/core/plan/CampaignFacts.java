package app.tidewrack.core.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.text.WellFormed;
import org.jspecify.annotations.Nullable;

/**
 * What a campaign is, apart from its sheet.
 *
 * @param objective the code of an objective of the account's rulebook
 * @param moneyPerRow what a new row starts with
 * @param subject code of a regulated subject that the ads are on; null for none
 */
public record CampaignFacts(
        String name,
        String objective,
        Temperature temperature,
        Purpose purpose,
        Flight flight,
        Money moneyPerRow,
        Budgeting budgeting,
        @Nullable String subject) {
    /** Longest name of a campaign, row or creative before the pattern adds to it, in characters. */
    public static final int LONGEST_NAME = 80;

    /** @throws Refusal (field {@code name}) when the name is blank or over {@link #LONGEST_NAME} */
    public CampaignFacts {
        name = checkedName(name);
    }

    /** With money a day for each row, on no regulated subject. */
    public CampaignFacts(
            String name, String objective, Temperature temperature, Purpose purpose, Flight flight, Money moneyPerRow) {
        this(name, objective, temperature, purpose, flight, moneyPerRow, Budgeting.USUAL, null);
    }

    public CampaignFacts flying(Flight changed) {
        return new CampaignFacts(name, objective, temperature, purpose, changed, moneyPerRow, budgeting, subject);
    }

    /** With money given another way, and what a new row then starts with. */
    public CampaignFacts budgeted(Budgeting changed, Money start) {
        return new CampaignFacts(name, objective, temperature, purpose, flight, start, changed, subject);
    }

    /** With money a day instead of for the flight, shared or not as before. */
    public CampaignFacts paidDaily() {
        Money shared = budgeting.shared();
        return budgeted(
                new Budgeting(Basis.DAILY, shared == null ? null : budgeting.daily(shared, flight)),
                budgeting.daily(moneyPerRow, flight));
    }

    /** With money of each row instead of shared by the campaign. */
    public CampaignFacts paidByRow() {
        return budgeted(new Budgeting(budgeting.basis(), null), moneyPerRow);
    }

    /**
     * A name a person gives, trimmed.
     *
     * @throws Refusal (field {@code name}) when it is blank, cannot be seen, holds line breaks, or is over {@link #LONGEST_NAME}
     */
    public static String checkedName(String name) {
        String trimmed = name.strip();
        if (trimmed.isEmpty() || trimmed.length() > LONGEST_NAME) {
            throw new Refusal(
                    "name",
                    "A name has 1 to %d characters; this one has %d.".formatted(LONGEST_NAME, trimmed.length()),
                    trimmed.isEmpty() ? "Type a name." : "Shorten it.");
        }
        if (!WellFormed.seen(trimmed)) {
            throw new Refusal("name", "Nothing of this name can be seen.", "Type a name with letters or numbers.");
        }
        if (trimmed.chars().anyMatch(Character::isISOControl)) {
            throw new Refusal("name", "“%s” holds a line break or tab.".formatted(trimmed), "Take it out.");
        }
        return trimmed;
    }
}
