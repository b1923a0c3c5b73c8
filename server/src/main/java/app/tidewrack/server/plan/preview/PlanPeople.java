package app.tidewrack.server.plan.preview;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Offers.Overlaps;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.forecast.Expectation;
import app.tidewrack.core.forecast.Frequencies;
import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.forecast.Together;
import app.tidewrack.core.forecast.Together.Part;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.Row;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.audience.KnownSizes;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.preview.RowExpectations.ExpectedOfMoney;
import app.tidewrack.server.plan.preview.RowExpectations.Sheet;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Different people whom a plan reaches over all its rows and networks: never the sum. */
@Component
@RequiredArgsConstructor
class PlanPeople {
    /** More rows of one network are not compared with each other, but taken for met by chance. */
    private static final int MOST_COMPARED = 60;

    private static final int MOST_ROWS = 400;
    private static final int TIMES = 10;

    private final RowExpectations expectations;
    private final AudienceLibrary audiences;
    private final KnownSizes sizes;
    private final Networks networks;

    /**
     * @param rows that are reckoned with
     * @param left rows with ads of which nothing can be told: no money, no size, or beyond {@value #MOST_ROWS}
     * @param people different ones in the whole flight, in four cases of five; null where no row can be told
     * @param added what the rows would add up to
     * @param times people by how often they see an ad of the plan, from once to {@value #TIMES} times or more
     * @param networks likewise of each network by itself
     * @param everyone people in all places of the rows, among whom those of two networks meet by chance; null for one network
     */
    record PeopleTold(
            int rows,
            int left,
            @Nullable Range people,
            @Nullable Range added,
            List<Double> times,
            List<PeopleOfNetwork> networks,
            @Nullable Long everyone) {}

    record PeopleOfNetwork(String network, int rows, Range people) {}

    /** A row with what its flight is expected to bring. */
    private record Expected(Account account, AudienceDefinition definition, double size, Expectation flight) {
        Part part(ToDoubleFunction<Range> end) {
            return new Part(size, Math.min(size, end.applyAsDouble(flight.people())));
        }
    }

    PeopleTold of(String clientId, Plan plan) {
        Map<String, Audience> known = audiences.byId(clientId);
        List<Expected> rows = new ArrayList<>();
        int left = 0;
        for (Campaign campaign : plan.campaigns()) {
            Sheet sheet = expectations.sheet(clientId, campaign);
            for (Row row : campaign.rows()) {
                if (campaign.hasAds(row.id())) {
                    AudienceSize size = sheet.sizes().get(row.id());
                    ExpectedOfMoney money = size == null || rows.size() == MOST_ROWS
                            ? null
                            : expectations.of(clientId, sheet, row).expected();
                    if (money == null || size == null) {
                        left++;
                    } else {
                        rows.add(new Expected(
                                sheet.account(),
                                row.people(Objects.requireNonNull(known.get(row.audienceId()))
                                        .definition()),
                                size.people(),
                                money.flight()));
                    }
                }
            }
        }
        return rows.isEmpty()
                ? new PeopleTold(0, left, null, null, List.of(), List.of(), null)
                : told(clientId, rows, left);
    }

    private PeopleTold told(String clientId, List<Expected> rows, int left) {
        Map<String, List<Expected>> byNetwork = rows.stream()
                .collect(Collectors.groupingBy(r -> r.account().network(), LinkedHashMap::new, Collectors.toList()));
        double[][] shared = shared(clientId, rows);
        Double all =
                byNetwork.size() == 1 ? null : everyone(clientId, byNetwork).orElse(null);
        double largest = rows.stream().mapToDouble(Expected::size).max().orElse(1);
        double everyone = Math.max(largest, all == null ? 0 : all);
        Range together = together(rows, shared, everyone);
        List<PeopleOfNetwork> each = byNetwork.entrySet().stream()
                .map(e -> {
                    int[] own = IntStream.range(0, rows.size())
                            .filter(i -> rows.get(i).account().network().equals(e.getKey()))
                            .toArray();
                    double[][] among = Arrays.stream(own)
                            .mapToObj(i -> Arrays.stream(own)
                                    .mapToDouble(j -> shared[i][j])
                                    .toArray())
                            .toArray(double[][]::new);
                    return new PeopleOfNetwork(
                            networks.rulebook(e.getKey()).name(), own.length, together(e.getValue(), among, everyone));
                })
                .toList();
        return new PeopleTold(
                rows.size(),
                left,
                together,
                sum(rows, e -> e.flight().people()),
                times(rows, shared, everyone, together),
                each,
                all == null ? null : Math.round(all));
    }

    private static Range together(List<Expected> rows, double[][] shared, double everyone) {
        double low = Together.of(rows.stream().map(r -> r.part(Range::from)).toList(), shared, everyone);
        double high = Together.of(rows.stream().map(r -> r.part(Range::to)).toList(), shared, everyone);
        return new Range(low, Math.max(low, high));
    }

    private static Range sum(List<Expected> rows, Function<Expected, Range> what) {
        return new Range(
                rows.stream().map(what).mapToDouble(Range::from).sum(),
                rows.stream().map(what).mapToDouble(Range::to).sum());
    }

    /** Of the people of all audiences together, by the middle of what is expected. */
    private static List<Double> times(List<Expected> rows, double[][] shared, double everyone, Range together) {
        Range impressions = sum(rows, r -> r.flight().impressions());
        double shown = (impressions.from() + impressions.to()) / 2;
        double reached = (together.from() + together.to()) / 2;
        double audience =
                Together.of(rows.stream().map(r -> new Part(r.size(), r.size())).toList(), shared, everyone);
        if (reached < 1 || shown < reached || reached > audience) {
            return List.of();
        }
        Frequencies often = Frequencies.of(audience, shown, reached);
        return IntStream.rangeClosed(1, TIMES)
                .mapToObj(t -> audience * (t < TIMES ? often.share(t) : often.atLeast(t)))
                .toList();
    }

    /** What networks tell of the people that two rows share; nothing between networks, or where one is away or has too many rows. */
    private double[][] shared(String clientId, List<Expected> rows) {
        double[][] shared = new double[rows.size()][rows.size()];
        Arrays.stream(shared).forEach(r -> Arrays.fill(r, Double.NaN));
        Map<String, List<Integer>> byNetwork = IntStream.range(0, rows.size())
                .boxed()
                .collect(Collectors.groupingBy(i -> rows.get(i).account().network()));
        for (List<Integer> own : byNetwork.values()) {
            if (own.size() > 1 && own.size() <= MOST_COMPARED) {
                Account account = rows.get(own.get(0)).account();
                try {
                    Overlaps told = sizes.overlaps(
                            clientId,
                            account,
                            own.stream().map(i -> rows.get(i).definition()).toList());
                    for (int a = 1; a < own.size(); a++) {
                        for (int b = 0; b < a; b++) {
                            AudienceSize both = told.shared().get(a).get(b);
                            double many = both.fewer() ? 0 : both.people();
                            shared[own.get(a)][own.get(b)] = many;
                            shared[own.get(b)][own.get(a)] = many;
                        }
                    }
                } catch (NetworkAway | NetworkRefused e) {
                    // Then they are taken for met by chance, as those of two networks are.
                }
            }
        }
        return shared;
    }

    /** People in all places of the rows, of all ages between theirs, on the network with the most of them. */
    private Optional<Double> everyone(String clientId, Map<String, List<Expected>> byNetwork) {
        List<AudienceDefinition> all = byNetwork.values().stream()
                .flatMap(List::stream)
                .map(Expected::definition)
                .toList();
        AudienceDefinition everyone = AudienceDefinition.everyoneIn(new Places(
                all.stream()
                        .flatMap(d -> d.places().countries().stream())
                        .distinct()
                        .toList(),
                all.stream()
                        .flatMap(d -> d.places().regions().stream())
                        .distinct()
                        .toList(),
                all.stream()
                        .flatMap(d -> d.places().circles().stream())
                        .distinct()
                        .toList()));
        List<AgeRange> ages = all.stream()
                .map(AudienceDefinition::ages)
                .filter(Objects::nonNull)
                .toList();
        AudienceDefinition aged = ages.size() < all.size()
                ? everyone
                : everyone.aged(new AgeRange(
                        ages.stream().mapToInt(AgeRange::from).min().orElseThrow(),
                        ages.stream().mapToInt(AgeRange::to).max().orElseThrow()));
        return byNetwork.values().stream()
                .map(r -> r.get(0).account())
                .flatMap(account -> size(clientId, account, aged).or(() -> size(clientId, account, everyone)).stream())
                .max(Double::compare);
    }

    private Optional<Double> size(String clientId, Account account, AudienceDefinition definition) {
        AudienceSize known =
                sizes.known(clientId, account.id(), Set.of(definition.hash())).get(definition.hash());
        try {
            return Optional.of((double) (known == null
                            ? sizes.ask(clientId, account, List.of(definition)).get(0)
                            : known)
                    .people());
        } catch (NetworkAway | NetworkRefused e) {
            return Optional.empty();
        }
    }
}
