package app.tidewrack.core.creative;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What tokens in an ad's own texts stand for; they are filled at launch, row by row. */
public final class AdTokens {
    /** The town that a row's audience is drawn around. */
    public static final String TOWN = "town";

    /** The client's name. */
    public static final String CLIENT = "client";

    public static final Set<String> KNOWN = Set.of(TOWN, CLIENT);

    private AdTokens() {}

    /** Values for one audience: the town is known when it is drawn around exactly one. */
    public static Map<String, String> of(AudienceDefinition audience, String client) {
        List<Circle> circles = audience.places().circles();
        boolean oneTown = circles.size() == 1 && circles.get(0).cityId() != 0;
        return oneTown ? Map.of(TOWN, circles.get(0).name(), CLIENT, client) : Map.of(CLIENT, client);
    }
}
