package app.tidewrack.core.works;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** In what ads differ for those who see them. */
public enum Trait {
    HEADLINE("headline", null),
    BODY("body", null),
    /** What of the offer the words are about. */
    ANGLE("angle", HEADLINE),
    /** Where the words were found: what customers said, or nowhere. */
    SOURCE("source of the words", HEADLINE),
    TEXT_LENGTH("length of the body", BODY),
    ACTION("call to action", null),
    /** The picture or film itself. */
    MEDIUM("picture or film", null),
    /** What a film begins with. */
    OPENING("opening of the film", MEDIUM),
    COLOUR("colour", MEDIUM),
    FACE("face", MEDIUM),
    TEXT("text on it", MEDIUM),
    MARK("mark", MEDIUM),
    FILM_LENGTH("length of the film", MEDIUM),
    FORMAT("format", MEDIUM),
    /** Where it leads; never looked at by itself, but it may be what works. */
    LINK("link", null);

    private final String words;

    private final @Nullable Trait carrier;

    Trait(String words, @Nullable Trait carrier) {
        this.words = words;
        this.carrier = carrier;
    }

    public String words() {
        return words;
    }

    /**
     * Whose trait it is: pictures have colours, headlines have angles. With few of them it cannot be told from what else they have.
     * Null for what stands for itself.
     */
    public @Nullable Trait carrier() {
        return carrier;
    }

    /** Whether results are told by it. */
    public boolean told() {
        return this != LINK;
    }

    /** What differs along with it by nature: its carrier, or all that it carries. */
    Set<Trait> natural() {
        Set<Trait> along = EnumSet.noneOf(Trait.class);
        if (carrier != null) {
            along.add(carrier);
        }
        Arrays.stream(values()).filter(t -> t.carrier == this).forEach(along::add);
        return along;
    }
}
