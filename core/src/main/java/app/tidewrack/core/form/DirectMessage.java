package app.tidewrack.core.form;

import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * A message that a network puts into people's inboxes. Tokens in its texts are filled by the network for each person.
 *
 * @param sender a person's name; must have agreed before it is sent (common practice)
 * @param link where its button leads
 * @param bannerSha picture beside it; null for none
 */
public record DirectMessage(
        String id,
        String name,
        String sender,
        String subject,
        String body,
        String button,
        String link,
        @Nullable String bannerSha) {
    /** What a network knows of a person it writes to. */
    public static final Set<String> TOKENS = Set.of("first-name", "company", "job-title");

    /** The same with a button that leads elsewhere. */
    public DirectMessage leading(String changed) {
        return new DirectMessage(id, name, sender, subject, body, button, changed, bannerSha);
    }
}
