package app.tidewrack.server.plan.inspect;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.check.Severity;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.plan.inspect.SilenceMapper.Silence;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Warnings and hints that somebody has looked at and left for a reason. Blockers cannot be silenced. */
@Component
@RequiredArgsConstructor
public class Silences {
    private static final int LONGEST_REASON = 200;

    private final SilenceMapper mapper;

    /** A finding that is not told any more, who silenced it and why. */
    public record Silenced(Finding finding, String why, String person) {}

    record Sorted(List<Finding> told, List<Silenced> silenced) {}

    Sorted sorted(String clientId, String campaignId, List<Finding> findings) {
        Map<Silence, Silence> known = new HashMap<>();
        mapper.of(clientId, campaignId).forEach(s -> known.put(key(s.rule(), s.rowId(), s.columnId()), s));
        List<Finding> told = new ArrayList<>();
        List<Silenced> silenced = new ArrayList<>();
        for (Finding f : findings) {
            Silence silence = f.severity() == Severity.BLOCKER
                    ? null
                    : known.get(key(
                            f.rule(),
                            orEmpty(f.place().rowId()),
                            orEmpty(f.place().columnId())));
            if (silence == null) {
                told.add(f);
            } else {
                silenced.add(new Silenced(f, silence.why(), silence.person()));
            }
        }
        return new Sorted(told, silenced);
    }

    private static Silence key(String rule, String rowId, String columnId) {
        return new Silence(rule, rowId, columnId, "", "");
    }

    private static String orEmpty(@Nullable String id) {
        return Objects.requireNonNullElse(id, "");
    }

    /**
     * Silences what a rule finds in a place, or lets it be told again.
     *
     * @param why null to let it be told again
     * @throws Refusal when there is no such warning or hint, or no reason
     */
    public void set(
            String clientId,
            String campaignId,
            List<Finding> findings,
            String rule,
            @Nullable String rowId,
            @Nullable String columnId,
            @Nullable String why,
            String personId) {
        Silence wanted = new Silence(rule, orEmpty(rowId), orEmpty(columnId), why == null ? "" : why.strip(), personId);
        if (why == null) {
            mapper.remove(clientId, campaignId, wanted);
            return;
        }
        Finding finding = findings.stream()
                .filter(f -> f.rule().equals(rule)
                        && orEmpty(f.place().rowId()).equals(wanted.rowId())
                        && orEmpty(f.place().columnId()).equals(wanted.columnId()))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        "rule", "The checks find no %s there now.".formatted(rule), "Look at the checks again."));
        if (finding.severity() == Severity.BLOCKER) {
            throw new Refusal("rule", "%s It blocks the launch.".formatted(finding.says()), finding.mend());
        }
        if (wanted.why().isEmpty() || wanted.why().length() > LONGEST_REASON) {
            throw new Refusal(
                    "why",
                    "A reason has 1 to %d characters; this one has %d."
                            .formatted(LONGEST_REASON, wanted.why().length()),
                    "Say why it may stay.");
        }
        mapper.keep(clientId, campaignId, wanted);
    }
}
