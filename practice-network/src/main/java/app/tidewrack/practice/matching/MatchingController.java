package app.tidewrack.practice.matching;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.NarrowingLadder;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Sizes, narrowing ladders and overlaps of audience definitions. */
@RestController
@RequestMapping("/networks/{network}")
@RequiredArgsConstructor
class MatchingController {
    private static final int MOST_SIZES = 200;
    private static final int MOST_OVERLAPS = 60;

    private final Networks networks;
    private final AccountDesk accounts;
    private final Matcher matcher;

    /** @param account needed where a definition names sources, lookalikes or ties */
    @PostMapping("/sizes")
    List<AudienceSize> sizes(
            @PathVariable String network,
            @RequestParam(required = false) @Nullable String account,
            @RequestBody List<AudienceDefinition> audiences) {
        requireAtMost(audiences.size(), MOST_SIZES);
        Network of = networks.network(network);
        Account by = account(network, account);
        return audiences.stream().map(a -> matcher.size(of, by, a)).toList();
    }

    /**
     * How many of an audience come by each placement in a day: those with a device it shows on, as often as an average member
     * visits it. Visits are Poisson, so that a share of 1 − e^−visits comes at least once.
     */
    @PostMapping("/placement-sizes")
    List<PlacementSize> placementSizes(
            @PathVariable String network,
            @RequestParam(required = false) @Nullable String account,
            @RequestBody AudienceDefinition audience) {
        Network of = networks.network(network);
        Account by = account(network, account);
        Crowd crowd = matcher.crowd(of, by, audience);
        return of.rulebook().placements().stream()
                .map(p -> {
                    long holders = crowd.sharedWith(matcher.holders(of, p.devices()));
                    double coming = -Math.expm1(
                            -Objects.requireNonNull(of.market().placements().get(p.code()))
                                    .visitsADay());
                    return new PlacementSize(p.code(), matcher.told(of, Math.round(holders * coming)));
                })
                .toList();
    }

    /** @param placement its code */
    record PlacementSize(String placement, AudienceSize size) {}

    @PostMapping("/ladder")
    NarrowingLadder ladder(
            @PathVariable String network,
            @RequestParam(required = false) @Nullable String account,
            @RequestBody AudienceDefinition audience) {
        Network of = networks.network(network);
        Account by = account(network, account);
        List<AudienceDefinition.Step> steps = audience.steps();
        return NarrowingLadder.of(
                steps, steps.stream().map(s -> matcher.size(of, by, s.soFar())).toList());
    }

    /** The size of each audience, and the people each two share. */
    @PostMapping("/overlaps")
    Overlaps overlaps(
            @PathVariable String network,
            @RequestParam(required = false) @Nullable String account,
            @RequestBody List<AudienceDefinition> audiences) {
        requireAtMost(audiences.size(), MOST_OVERLAPS);
        Network of = networks.network(network);
        Account by = account(network, account);
        return overlaps(
                of, audiences.stream().map(a -> matcher.crowd(of, by, a)).toList());
    }

    private Overlaps overlaps(Network network, List<Crowd> crowds) {
        List<List<AudienceSize>> shared = new ArrayList<>();
        for (int i = 0; i < crowds.size(); i++) {
            List<AudienceSize> row = new ArrayList<>();
            for (int j = 0; j < i; j++) {
                row.add(matcher.told(network, crowds.get(i).sharedWith(crowds.get(j))));
            }
            shared.add(row);
        }
        return new Overlaps(
                crowds.stream().map(c -> matcher.told(network, c.size())).toList(), shared);
    }

    /** @param shared row i holds what audience i shares with audiences 0 to i − 1 */
    record Overlaps(List<AudienceSize> sizes, List<List<AudienceSize>> shared) {}

    private @Nullable Account account(String network, @Nullable String id) {
        return id == null ? null : accounts.account(network, id);
    }

    private static void requireAtMost(int count, int most) {
        if (count > most) {
            throw new Refusal(
                    "audiences", "The call names %d audiences; the most is %d.".formatted(count, most), "Split it.");
        }
    }
}
