package app.tidewrack.core.form;

import java.util.List;
import java.util.Set;

/**
 * How a chat begins that a click opens. Tokens in its texts are filled by the network for each person.
 *
 * @param greeting may name the person: {@code Hello {first-name|there}}
 * @param replies what people can choose to say
 */
public record ChatScript(String id, String name, String greeting, List<Reply> replies) {
    /** What a network knows of a person who opens a chat. */
    public static final Set<String> TOKENS = Set.of("first-name", "city");

    public ChatScript {
        replies = List.copyOf(replies);
    }

    /** @param answer what the client's side says then; may be empty, when a person answers */
    public record Reply(String text, String answer) {}
}
