package app.tidewrack.server.morning;

import app.tidewrack.core.need.Need;
import app.tidewrack.core.playbook.Move;
import app.tidewrack.server.job.Jobs;
import app.tidewrack.server.job.Rounds;
import app.tidewrack.server.job.Rounds.Round;
import app.tidewrack.server.morning.ReckonedMapper.Kept;
import app.tidewrack.server.morning.ReckonedMapper.Mark;
import app.tidewrack.server.morning.ReckonedMapper.Needs;
import app.tidewrack.server.morning.ReckonedMapper.Planned;
import app.tidewrack.server.morning.ReckonedMapper.Reckoned;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.results.DayMoney;
import app.tidewrack.server.web.SqlArray;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Component;

/**
 * Keeps by client what takes thought, so that all of them can be looked at at once: a round goes to those of which something was done or
 * told since, and whoever opens one client's desk has it reckoned there and then.
 */
@Component
@RequiredArgsConstructor
class Reckonings {
    private static final Duration EVERY = Duration.ofSeconds(5);

    /** Results come in hour by hour at several accounts; they are thought about together. */
    private static final Duration HOURS = Duration.ofMinutes(1);

    /** What jobs and networks do leaves no deed, so what runs is looked at again even where nobody did anything. */
    private static final Duration RUNNING = Duration.ofMinutes(15);

    /** At one client's desk. */
    private static final Duration AT_THE_DESK = Duration.ofMinutes(1);

    /** Lines of all clients that are held as they were read; some 500 bytes each. */
    private static final int MOST_HELD = 100_000;

    private static final Duration HELD = Duration.ofMinutes(30);

    private final ReckonedMapper mapper;
    private final List<NeedSource> sources;
    private final DayMoney money;

    /** To make a client's needs of what is stored takes longer than all that is asked for beside them. */
    private final Cache<String, Reckoned> read = Caffeine.newBuilder()
            .maximumWeight(MOST_HELD)
            .<String, Reckoned>weigher((id, r) -> 1 + r.needs().all().size())
            .expireAfterAccess(HELD)
            .build();

    @Configuration
    static class Definition {
        @Bean
        Task<Void> reckonNeeds(ObjectProvider<Reckonings> reckonings) {
            return Jobs.every(
                    "reckon-needs", EVERY, () -> reckonings.getObject().round());
        }
    }

    void round() {
        // Hours that come in by the dozen are thought about when they are all there.
        if (!mapper.clockMoves()) {
            Rounds.through(new Round<>("What needs somebody", id -> id, id -> id, this::reckon), behind(null));
        }
    }

    /** Clients that are to be reckoned anew; of one person, or of everybody where it is null. */
    List<String> behind(@Nullable String personId) {
        return mapper.behind(personId, (int) HOURS.toSeconds(), (int) RUNNING.toSeconds());
    }

    /** Of all clients of a person that ever were reckoned, as they are kept; what was read before is not read again. */
    Map<String, Reckoned> ofPerson(String personId) {
        Map<String, Reckoned> all = new HashMap<>();
        List<String> others = new ArrayList<>();
        for (Kept kept : mapper.ofPerson(personId)) {
            Reckoned known = read.getIfPresent(kept.clientId());
            if (known != null && known.reckonedAt().equals(kept.reckonedAt())) {
                all.put(kept.clientId(), known);
            } else {
                others.add(kept.clientId());
            }
        }
        if (!others.isEmpty()) {
            mapper.ofClients(others.stream().collect(SqlArray.literal())).forEach(r -> {
                read.put(r.clientId(), r);
                all.put(r.clientId(), r);
            });
        }
        return all;
    }

    /** Of one client, no older than what was done there. */
    Reckoned of(String clientId) {
        Mark mark = mapper.mark(clientId);
        return mapper.reckoned(clientId)
                .filter(r -> new Mark(r.deed(), r.told()).equals(mark))
                .filter(r -> r.reckonedAt().isAfter(Instant.now().minus(AT_THE_DESK)))
                .orElseGet(() -> reckon(clientId));
    }

    private Reckoned reckon(String clientId) {
        // Asked first: what is done meanwhile makes it behind again.
        Mark mark = mapper.mark(clientId);
        List<Need> needs = new ArrayList<>();
        sources.forEach(s -> needs.addAll(s.needs(clientId)));
        Reckoned reckoned = new Reckoned(
                clientId,
                new Needs(once(needs)),
                new Planned(money.planned(clientId)),
                mark.deed(),
                mark.told(),
                Instant.now());
        mapper.keep(clientId, reckoned.needs(), reckoned.planned(), mark);
        return reckoned;
    }

    /** A row that is slow for its low bid is told once, by the advice that mends it. */
    private static List<Need> once(List<Need> needs) {
        Set<String> raised = needs.stream()
                .filter(n -> n instanceof Need.Advised a && a.move() == Move.RAISE_BID)
                .map(n -> ((Need.Advised) n).rowId())
                .collect(Collectors.toSet());
        return needs.stream()
                .filter(n -> !(n instanceof Need.Pace pace && raised.contains(pace.rowId())))
                .toList();
    }
}
