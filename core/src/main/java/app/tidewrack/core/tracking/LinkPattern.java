package app.tidewrack.core.tracking;

import app.tidewrack.core.naming.Codes;
import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.NamePart;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.NamePattern.Letters;
import app.tidewrack.core.naming.Namer;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * The parameters that an ad's link gets, each put together like a name.
 *
 * @param same what happens to a parameter that the link has already
 */
public record LinkPattern(List<Parameter> parameters, Same same) {
    public static final int MOST_PARAMETERS = 20;

    private static final Pattern KEY = Pattern.compile("[A-Za-z0-9._~-]{1,60}");

    /** The five usual parameters (common practice): source, medium, campaign, term and content. */
    public static final LinkPattern USUAL = new LinkPattern(
            List.of(
                    parameter("utm_source", NamePart.of(Token.NETWORK_NAME).written(NamePart.Writing.LOWER)),
                    parameter("utm_medium", NamePart.word("paid-social")),
                    parameter("utm_campaign", NamePart.of(Token.CAMPAIGN_NAME)),
                    parameter("utm_term", NamePart.of(Token.AD_GROUP_NAME)),
                    parameter("utm_content", NamePart.of(Token.AD_NAME))),
            Same.KEEP);

    private static Parameter parameter(String key, NamePart part) {
        return new Parameter(key, new NamePattern(List.of(part), "_", "-", Letters.PLAIN));
    }

    /** What happens to a parameter that a link has already. */
    public enum Same {
        /** The link's own stays, ours is not added. */
        KEEP,
        /** Ours takes its place. */
        REPLACE
    }

    /**
     * @param key 1 to 60 letters, digits, points, hyphens, underscores or tildes
     * @param value how its value is put together
     */
    public record Parameter(String key, NamePattern value) {
        /** @throws Refusal (field {@code key}) */
        public Parameter {
            if (!KEY.matcher(key).matches()) {
                throw new Refusal(
                        "key",
                        "“%s” cannot name a parameter.".formatted(key),
                        "Use 1 to 60 of a–z, A–Z, 0–9, point, hyphen, underscore and tilde.");
            }
            value.at(NameLevel.LINK);
        }
    }

    /** @throws Refusal (field {@code parameters}) when there are too many, or two of one name */
    public LinkPattern {
        parameters = List.copyOf(parameters);
        if (parameters.size() > MOST_PARAMETERS) {
            throw new Refusal(
                    "parameters",
                    "%d parameters; a link gets up to %d.".formatted(parameters.size(), MOST_PARAMETERS),
                    "Take some out.");
        }
        Set<String> keys = new HashSet<>();
        for (Parameter p : parameters) {
            if (!keys.add(p.key())) {
                throw new Refusal("key", "%s stands twice.".formatted(p.key()), "Take one of them out.");
            }
        }
    }

    /** Makes the tails of many links; not for use by several threads at once. */
    public final class Maker {
        private final List<Namer> namers = new ArrayList<>();

        public Maker(Codes codes) {
            parameters.forEach(p -> namers.add(new Namer(p.value(), codes)));
        }

        /** A parameter whose value is wanting is left away. */
        public LinkTail of(Map<Token, String> values) {
            List<LinkTail.Pair> pairs = new ArrayList<>();
            for (int i = 0; i < namers.size(); i++) {
                Namer.Named named = namers.get(i).name(values);
                if (named.wanting().isEmpty() && !named.name().isEmpty()) {
                    pairs.add(new LinkTail.Pair(parameters.get(i).key(), named.name()));
                }
            }
            return new LinkTail(pairs, same);
        }
    }
}
