package app.tidewrack.server.brief;

import app.tidewrack.core.brief.Balance.Unknown;
import app.tidewrack.core.brief.Brief;
import app.tidewrack.core.brief.Result;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.web.JsonColumn;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** A brief as it is sent and kept; see {@link Brief}. Days end with {@code lastDay}. */
@JsonColumn
public record BriefBody(
        String name,
        String goal,
        String offer,
        Result result,
        String currency,
        long targetMinor,
        long moneyMinor,
        LocalDate startsOn,
        LocalDate lastDay,
        long rows,
        Unknown unknown,
        long resultsPerRow,
        int cells,
        int liftPercent,
        List<String> places,
        @Nullable String subject,
        List<String> accounts) {

    /** @throws Refusal naming the field that is out of its range */
    Brief brief() {
        return new Brief(
                CampaignFacts.checkedName(name),
                goal,
                offer,
                result,
                money("target", targetMinor),
                money("money", moneyMinor),
                startsOn,
                lastDay.plusDays(1),
                rows,
                unknown,
                resultsPerRow,
                cells,
                liftPercent,
                places,
                subject,
                accounts);
    }

    private Money money(String field, long minor) {
        Currency of;
        try {
            of = Currency.getInstance(currency);
        } catch (IllegalArgumentException e) {
            throw new Refusal("currency", "“%s” is no currency.".formatted(currency), "Give one such as GBP.");
        }
        if (minor < 0 || minor > Money.LARGEST_MINOR) {
            throw new Refusal(
                    field,
                    "The amount is out of 0 to %s.".formatted(new Money(Money.LARGEST_MINOR, of)),
                    "Type one within it.");
        }
        return new Money(minor, of);
    }
}
