package app.tidewrack.core.brief;

import app.tidewrack.core.brief.Balance.Unknown;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.text.DayWords;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Currency;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a client wants for how much. Money, days (from the dates), rows and target are kept as they were typed; the one in
 * {@code unknown} is reckoned from the others.
 *
 * @param goal code of the objective
 * @param offer what people are offered, in the client's words
 * @param places ISO 3166-1 alpha-2 codes of the countries
 * @param endsOn the day after the last
 * @param resultsPerRow so many results tell a good row from a bad one
 * @param cells of the test that is to be judged
 * @param liftPercent difference that the test is to find, in percent of the usual rate
 * @param subject code of a regulated subject; null for none
 * @param accounts ids of the accounts it is for
 */
public record Brief(
        String name,
        String goal,
        String offer,
        Result result,
        Money target,
        Money money,
        LocalDate startsOn,
        LocalDate endsOn,
        long rows,
        Unknown unknown,
        long resultsPerRow,
        int cells,
        int liftPercent,
        List<String> places,
        @Nullable String subject,
        List<String> accounts) {
    private static final int LONGEST_OFFER = 2_000;
    private static final int LONGEST_DAYS = 366;
    private static final int MOST_CELLS = 20;
    private static final int MOST_LIFT = 500;

    /** @throws Refusal naming the field that is out of its range */
    public Brief {
        places = List.copyOf(places);
        accounts = List.copyOf(accounts);
        if (offer.length() > LONGEST_OFFER) {
            throw new Refusal(
                    "offer",
                    "The offer has %,d characters; the most is %,d.".formatted(offer.length(), LONGEST_OFFER),
                    "Shorten it.");
        }
        long days = ChronoUnit.DAYS.between(startsOn, endsOn);
        if (days < 1 || days > LONGEST_DAYS) {
            throw new Refusal(
                    "endsOn",
                    "From %s to %s are %d days; 1 to %d are taken."
                            .formatted(DayWords.of(startsOn), DayWords.of(endsOn.minusDays(1)), days, LONGEST_DAYS),
                    "Choose other days.");
        }
        require("cells", cells, 2, MOST_CELLS);
        require("liftPercent", liftPercent, 1, MOST_LIFT);
        if (money.minor() < 0 || target.minor() < 0) {
            throw new Refusal("money", "Money cannot be under nothing.", "Type an amount of 0 or more.");
        }
        money.compareTo(target);
    }

    private static void require(String field, int value, int least, int most) {
        if (value < least || value > most) {
            throw new Refusal(
                    field, "%,d is out of %d to %d.".formatted(value, least, most), "Choose a number within it.");
        }
    }

    public Currency currency() {
        return money.currency();
    }

    public long days() {
        return ChronoUnit.DAYS.between(startsOn, endsOn);
    }

    /** Money, days, rows and target as typed. */
    public Balance typed() {
        return new Balance(money, days(), rows, target);
    }
}
