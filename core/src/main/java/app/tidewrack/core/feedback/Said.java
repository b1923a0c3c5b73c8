package app.tidewrack.core.feedback;

import org.jspecify.annotations.Nullable;

/**
 * One text of one person.
 *
 * @param person a number that stands for whoever said it, the same for all their texts
 * @param stars what they gave, 1 to 5; null where nobody was asked
 * @param source which of the collections it came with
 */
public record Said(int person, String text, @Nullable Integer stars, String source) {}
