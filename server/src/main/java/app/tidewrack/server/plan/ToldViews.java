package app.tidewrack.server.plan;

import app.tidewrack.server.plan.PlanView.CampaignView;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.List;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/**
 * Plans as they were told to browsers lately, so that after an edit only what differs has to go over the wire and on the screen.
 * What is not remembered, or was told by another node, is told whole.
 */
@Component
class ToldViews {
    private static final int MOST_ADS = 120_000;

    /** So many people can edit a plan in turn, each told only what differs. */
    private static final int MOST_OF_A_PLAN = 3;

    /** By plan, the newest first. */
    private final Cache<String, List<PlanView>> told = Caffeine.newBuilder()
            .maximumWeight(MOST_ADS)
            .<String, List<PlanView>>weigher((planId, views) -> 1
                    + views.stream()
                            .flatMap(v -> v.campaigns().stream())
                            .mapToInt(CampaignView::ads)
                            .sum())
            .build();

    PlanView remember(PlanView whole) {
        told.asMap()
                .merge(
                        whole.id(),
                        List.of(whole),
                        (known, one) -> Stream.concat(
                                        one.stream(),
                                        known.stream().filter(v -> !v.stamp().equals(whole.stamp())))
                                .limit(MOST_OF_A_PLAN)
                                .toList());
        return whole;
    }

    /** @param held stamp of the answer that the browser holds; null when it holds none */
    PlanView since(@Nullable String held, PlanView now) {
        List<PlanView> known = told.getIfPresent(now.id());
        return known == null
                ? now
                : known.stream()
                        .filter(v -> v.stamp().equals(held))
                        .findFirst()
                        .map(now::since)
                        .orElse(now);
    }
}
