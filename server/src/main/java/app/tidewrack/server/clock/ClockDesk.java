package app.tidewrack.server.clock;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.clock.ClockMapper.Move;
import app.tidewrack.server.job.WantedWork;
import app.tidewrack.server.lead.LeadPull;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.results.BreakdownPull;
import app.tidewrack.server.results.ResultsPull;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Moves the practice clock in steps of a few hours, bringing results in after each. */
@Service
@RequiredArgsConstructor
public class ClockDesk {
    private static final String MOVE = "move-clock";
    private static final int MOST_HOURS = 24 * 31;
    private static final int STEP_HOURS = 12;

    private final ClockMapper mapper;
    private final PracticeWorld practice;
    private final Networks networks;
    private final ResultsPull results;
    private final BreakdownPull breakdowns;
    private final LeadPull leads;
    private final WantedWork work;

    /** @param move the move under way, if any */
    public record ClockView(Instant now, @Nullable MoveView move) {}

    public record MoveView(
            String id,
            Instant from,
            Instant target,
            Instant now,
            String state,
            @Nullable String problem) {}

    @Configuration
    static class Definition {
        @Bean
        Task<String> moveClock(WantedWork work, ObjectProvider<ClockDesk> desk) {
            return work.task(MOVE, id -> {
                desk.getObject().carryOut(id);
                return Optional.empty();
            });
        }
    }

    public ClockView view() {
        Instant now = networks.now();
        return new ClockView(now, mapper.running().map(m -> view(m, now)).orElse(null));
    }

    public MoveView view(String moveId) {
        return view(mapper.move(moveId).orElseThrow(() -> new NotFound("clock move", moveId)), networks.now());
    }

    private static MoveView view(Move move, Instant now) {
        return new MoveView(move.id(), move.startedAt(), move.target(), now, move.state(), move.problem());
    }

    /**
     * @throws Refusal when hours are not 1 to 744
     * @throws Conflict when the clock is moving
     */
    @Transactional
    public MoveView move(int hours) {
        if (hours < 1 || hours > MOST_HOURS) {
            throw new Refusal(
                    "hours",
                    "The clock moves 1 to %d hours at a time, not %d.".formatted(MOST_HOURS, hours),
                    "Move it in steps.");
        }
        if (mapper.running().isPresent()) {
            throw new Conflict("The clock is moving. Wait until it stands, or stop it.");
        }
        Instant now = practice.now();
        String id = Ids.fresh();
        mapper.insert(id, now.plus(Duration.ofHours(hours)), now);
        work.want(MOVE, id);
        return view(id);
    }

    public MoveView stop(String moveId) {
        mapper.end(moveId, "STOPPED", null);
        return view(moveId);
    }

    void carryOut(String moveId) {
        try {
            while (step(moveId)) {
                results.pullHours();
            }
            results.pullAll();
            breakdowns.pullAll(0);
            leads.pullAll();
            mapper.end(moveId, "DONE", null);
        } catch (NetworkAway away) {
            mapper.end(moveId, "FAILED", away.getMessage());
        }
    }

    /** @return whether the clock has further to go */
    private boolean step(String moveId) {
        Move move = mapper.move(moveId).orElseThrow();
        long left = Duration.between(practice.now(), move.target()).toHours();
        if (left < 1 || !move.state().equals("RUNNING")) {
            return false;
        }
        practice.move((int) Math.min(left, STEP_HOURS));
        return true;
    }
}
