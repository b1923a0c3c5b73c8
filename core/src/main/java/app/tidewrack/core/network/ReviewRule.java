package app.tidewrack.core.network;

import java.time.Duration;
import java.util.List;

/** How long review takes, from and to, and what it refuses. */
public record ReviewRule(Duration from, Duration to, List<Reason> reasons) {
    /**
     * @param words what the advertiser is told; {@code %s} stands for what was found
     * @param triggers words that lead to it, in small letters
     */
    public record Reason(String code, String words, List<String> triggers) {}
}
