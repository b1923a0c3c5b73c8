package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.source.SourceKind;
import java.util.List;
import java.util.Map;

/** How well the people know the client: never met, have engaged, or have visited, bought or started to. */
public enum Temperature {
    COLD,
    WARM,
    RETARGETING;

    /**
     * Retargeting asks for people who came or bought, warm for others with a tie; all else is cold (common practice).
     *
     * @param kinds of the client's sources, by id
     */
    public static Temperature of(AudienceDefinition audience, Map<String, SourceKind> kinds) {
        List<Term> asked =
                audience.conditions().stream().flatMap(c -> c.terms().stream()).toList();
        boolean came = asked.stream().filter(t -> t.kind() == TermKind.SOURCE).anyMatch(t -> {
            SourceKind kind = kinds.get(t.code());
            return kind == SourceKind.LIST || kind == SourceKind.SITE;
        });
        if (came) {
            return RETARGETING;
        }
        boolean tied = asked.stream().anyMatch(t -> t.kind() == TermKind.SOURCE || t.kind() == TermKind.TIE);
        return tied ? WARM : COLD;
    }
}
