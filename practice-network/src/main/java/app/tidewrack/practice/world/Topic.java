package app.tidewrack.practice.world;

import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A topic of the interest tree.
 *
 * @param parent code of the branch or domain above; null for a domain
 * @param level 1 domain, 2 branch, 3 topic
 * @param leaves codes of the topics at or below it
 * @param liking null for domains and branches, which stand for all below
 */
public record Topic(
        String code,
        String words,
        @Nullable String parent,
        int level,
        List<String> leaves,
        @Nullable Liking liking) {}
