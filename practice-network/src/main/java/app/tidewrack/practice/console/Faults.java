package app.tidewrack.practice.console;

import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** The faults switched on, one a kind of call. */
@Component
public class Faults {
    private static final int SLOWEST = 60_000;

    private final Map<CallKind, Fault> on = new EnumMap<>(CallKind.class);
    private final Map<CallKind, Integer> calls = new EnumMap<>(CallKind.class);

    synchronized List<Fault> all() {
        return new ArrayList<>(on.values());
    }

    synchronized void set(Fault fault) {
        if (fault.every() < 1 || fault.slowMillis() < 0 || fault.slowMillis() > SLOWEST) {
            throw new Refusal(
                    "slowMillis",
                    "Every %d. call %d ms slower cannot be.".formatted(fault.every(), fault.slowMillis()),
                    "Choose every call or more seldom, and at most %,d ms.".formatted(SLOWEST));
        }
        on.put(fault.kind(), fault);
        calls.remove(fault.kind());
    }

    synchronized void clear(CallKind kind) {
        on.remove(kind);
    }

    /** The fault that this call meets. */
    synchronized Optional<Fault> meet(CallKind kind) {
        Fault fault = on.get(kind);
        if (fault == null) {
            return Optional.empty();
        }
        int count = calls.merge(kind, 1, Integer::sum);
        return count % fault.every() == 0 ? Optional.of(fault) : Optional.empty();
    }
}
