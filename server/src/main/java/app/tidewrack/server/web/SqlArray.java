package app.tidewrack.server.web;

import java.util.stream.Collector;
import java.util.stream.Collectors;

/** Lists as PostgreSQL's array literals, bound as one parameter each and cast to what they are of. */
public final class SqlArray {
    private SqlArray() {}

    /** Of numbers, hashes and ids, which hold only letters, digits, hyphens and underscores; other texts are to be quoted before. */
    public static Collector<CharSequence, ?, String> literal() {
        return Collectors.joining(",", "{", "}");
    }
}
