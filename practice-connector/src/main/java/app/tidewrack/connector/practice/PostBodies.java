package app.tidewrack.connector.practice;

import app.tidewrack.connector.Posts.PostTold;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.Post.Point;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.client.RestClientException;

/** Posts as the practice network writes them. */
final class PostBodies {
    /** Of one post; more is not believed. */
    private static final long MOST = 10_000_000_000L;

    private static final int LONGEST_TEXT = 20_000;

    private PostBodies() {}

    record PostBody(
            long seq,
            String id,
            String profile,
            Promoted kind,
            Instant at,
            String text,
            @Nullable String link,
            @Nullable Instant ends,
            boolean hasStill,
            List<Point> came) {

        /** @throws RestClientException when sums fall with age, or are more than anybody counts */
        PostTold told() {
            Point before = new Point(0, 0, 0);
            for (Point point : came) {
                if (point.hours() <= before.hours()
                        || point.views() < before.views()
                        || point.engagements() < before.engagements()
                        || point.views() > MOST
                        || point.engagements() > MOST) {
                    throw new RestClientException(
                            "Sums of a post that do not follow each other: %s, then %s.".formatted(before, point));
                }
                before = point;
            }
            if (text.length() > LONGEST_TEXT) {
                throw new RestClientException("A post of %,d characters.".formatted(text.length()));
            }
            return new PostTold(seq, new Post(id, profile, kind, at, text, ends, came), link, hasStill);
        }
    }
}
