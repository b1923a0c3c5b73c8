package app.tidewrack.core.works;

import java.util.Arrays;
import java.util.EnumSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** In what ads differ for those who see them. */
public enum Trait {
    HEADLINE(null),
    BODY(null),
    /** What of the offer the words are about. */
    ANGLE(HEADLINE),
    /** Where the words were found: what customers said, or nowhere. */
    SOURCE(HEADLINE),
    TEXT_LENGTH(BODY),
    ACTION(null),
    /** The picture or film itself. */
    MEDIUM(null),
    /** What a film begins with. */
    OPENING(MEDIUM),
    COLOUR(MEDIUM),
    FACE(MEDIUM),
    TEXT(MEDIUM),
    MARK(MEDIUM),
    FILM_LENGTH(MEDIUM),
    FORMAT(MEDIUM),
    /** Where it leads; never looked at by itself, but it may be what works. */
    LINK(null);

    private final @Nullable Trait carrier;

    Trait(@Nullable Trait carrier) {
        this.carrier = carrier;
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
