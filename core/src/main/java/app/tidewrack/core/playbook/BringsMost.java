package app.tidewrack.core.playbook;

import app.tidewrack.core.forecast.NextMoney;
import app.tidewrack.core.forecast.NextMoney.Changed;
import app.tidewrack.core.forecast.NextMoney.Gain;
import app.tidewrack.core.forecast.NextMoney.Place;
import app.tidewrack.core.forecast.Response;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Spread;
import app.tidewrack.core.refusal.Refusal;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Spreads a sum over rows where their own days say that it brings most, each from half of what it has to double (common practice: a
 * good row is copied once at double); rows of a test are left whole.
 *
 * @param responses by row id, to money as the campaign gives it
 * @param lowest that a network takes for a row
 * @param tested rows of a test that runs
 */
public record BringsMost(Map<String, Response> responses, Money lowest, Set<String> tested) implements Spread.Best {
    private static final int TIMES = 2;

    @Override
    public boolean keeps(Row row) {
        return tested.contains(row.id());
    }

    @Override
    public Map<String, Money> of(List<Row> rows, Money sum) {
        long mean = Money.sum(sum.currency(), rows.stream().map(Row::money).toList())
                        .minor()
                / rows.size();
        List<Place> places = rows.stream().map(r -> place(r, mean)).toList();
        Money least = money(places.stream().mapToLong(Place::leastMinor).sum(), sum);
        Money most = money(places.stream().mapToLong(Place::mostMinor).sum(), sum);
        if (sum.compareTo(least) < 0 || sum.compareTo(most) > 0) {
            throw new Refusal(
                    "money",
                    "%s is not from %s to %s: what rows do with half of their money or double is all that can be told."
                            .formatted(sum, least, most),
                    "Spread within that, or equally.");
        }
        long[] parts = NextMoney.spread(places, sum.minor());
        Map<String, Money> spread = new LinkedHashMap<>();
        for (int i = 0; i < parts.length; i++) {
            spread.put(rows.get(i).id(), money(parts[i], sum));
        }
        return spread;
    }

    private Place place(Row row, long mean) {
        long now = row.money().minor();
        long least = Math.max(lowest.minor(), now / TIMES);
        return new Place(response(row), least, Math.max(least, TIMES * Math.max(now, mean)));
    }

    /**
     * What a row brings.
     *
     * @throws Refusal (field {@code how}) when it has not run
     */
    public Response response(Row row) {
        Response response = responses.get(row.id());
        if (response == null) {
            throw new Refusal(
                    "how",
                    "Row %s has not run yet, so nothing is known of what it brings.".formatted(row.label()),
                    "Leave it out, or spread equally.");
        }
        return response;
    }

    /** What rows bring more a day with other money. */
    public Gain gain(List<Row> rows, Map<String, Money> after) {
        return NextMoney.gain(rows.stream()
                .filter(r -> responses.containsKey(r.id()))
                .map(r -> new Changed(
                        response(r),
                        r.money().minor(),
                        after.getOrDefault(r.id(), r.money()).minor()))
                .toList());
    }

    /**
     * Money moved from one row to another.
     *
     * @param minor a day, or for the flight, as the campaign gives it
     */
    public record Step(Row from, Row to, long minor, Gain gain) {}

    /**
     * The step between two of some rows that brings most: from where the last money brings least to where the next brings most, at most
     * half of what the first has.
     *
     * @param mostMinor to move
     * @return empty where fewer than two may change
     */
    public Optional<Step> step(List<Row> rows, long mostMinor) {
        List<Row> free = rows.stream()
                .filter(r -> !r.locked()
                        && !keeps(r)
                        && responses.containsKey(r.id())
                        && r.money().minor() > 1)
                .toList();
        if (free.size() < 2) {
            return Optional.empty();
        }
        Comparator<Row> next =
                Comparator.comparingDouble(r -> response(r).next(r.money().minor()));
        Row to = Collections.max(free, next);
        Row from = Collections.min(free.stream().filter(r -> r != to).toList(), next);
        long minor = Math.min(mostMinor, from.money().minor() / TIMES);
        Map<String, Money> after = Map.of(
                from.id(), money(from.money().minor() - minor, from.money()),
                to.id(), money(to.money().minor() + minor, to.money()));
        return Optional.of(new Step(from, to, minor, gain(List.of(from, to), after)));
    }

    private static Money money(long minor, Money like) {
        return new Money(minor, like.currency());
    }
}
