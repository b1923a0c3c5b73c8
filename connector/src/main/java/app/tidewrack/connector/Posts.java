package app.tidewrack.connector;

import app.tidewrack.core.post.Post;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What an account's profiles put up by themselves. */
public interface Posts {
    /**
     * Those that are there now, as they stand now; one that is not told any more was removed.
     *
     * @param after {@code seq} of the last one already had, 0 for all; empty when there is no more
     */
    List<PostTold> posts(String account, long after);

    /** A small picture of what a post shows, JPEG or PNG; empty when it shows none, or is not there any more. */
    byte[] still(String account, String post);

    /** @param link where it leads; null for nowhere */
    record PostTold(long seq, Post post, @Nullable String link, boolean hasStill) {}
}
