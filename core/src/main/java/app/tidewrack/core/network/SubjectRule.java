package app.tidewrack.core.network;

import app.tidewrack.core.audience.TermKind;
import java.util.List;

/**
 * What a regulated subject forbids.
 *
 * @param code {@code jobs}, {@code housing}, {@code credit} or {@code politics}
 * @param ages whether ages may be narrowed
 * @param gender whether a gender may be chosen
 * @param leastRadiusKm the least radius; 0 where the usual one holds
 * @param terms kinds of condition that may not be used
 */
public record SubjectRule(
        String code, String words, boolean ages, boolean gender, int leastRadiusKm, List<TermKind> terms) {}
