package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.creative.CopyCodes;
import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Part;
import app.tidewrack.core.naming.Token;
import java.time.format.DateTimeFormatter;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What the tokens of names stand for on one sheet; nothing where there is nothing to say, as the age of an audience of all ages. */
public final class TokenValues {
    /** A creative's name with a version at its end: {@code Sock reel v3}. */
    private static final Pattern VERSIONED = Pattern.compile("(.*\\S)\\s+(v\\d{1,3})");

    private TokenValues() {}

    public static Map<Token, String> ofCampaign(CampaignFacts facts) {
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.put(Token.TEMPERATURE, facts.temperature().name().toLowerCase(Locale.ROOT));
        values.put(Token.PURPOSE, facts.purpose().name().toLowerCase(Locale.ROOT));
        values.put(Token.OBJECTIVE, facts.objective());
        values.put(Token.CAMPAIGN, facts.name());
        values.put(Token.START, facts.flight().start().format(DateTimeFormatter.BASIC_ISO_DATE));
        return values;
    }

    /**
     * @param number from 1
     * @param people whom the row talks to
     */
    public static Map<Token, String> ofRow(Row row, int number, AudienceDefinition people, String audienceName) {
        Map<Token, String> values = new EnumMap<>(Token.class);
        values.put(Token.ROW, row.label());
        values.put(Token.ROW_NUMBER, String.valueOf(number));
        values.put(Token.AUDIENCE, audienceName);
        values.put(
                Token.PLACE, String.join("+", people.places().wholeCountries().countries()));
        ofSlices(row, Token.CITY, Variable.PLACE, values);
        values.computeIfPresent(Token.CITY, (city, split) -> split.isEmpty() ? within(people.places()) : split);
        AgeRange ages = people.ages();
        values.put(Token.AGE, ages == null ? "" : ages.from() + "-" + ages.to());
        values.put(
                Token.GENDER,
                people.gender() == Gender.ANY ? "" : people.gender().name().toLowerCase(Locale.ROOT));
        values.put(Token.GOAL, Objects.requireNonNullElse(row.delivery().goal(), ""));
        List<String> chosen = row.showing().codes();
        values.put(Token.PLACEMENT, String.join(" ", chosen));
        ofSlices(row, Token.LANGUAGE, Variable.LANGUAGE, values);
        ofSlices(row, Token.INTEREST, Variable.INTEREST, values);
        ofSlices(row, Token.DEVICE, Variable.DEVICE, values);
        ofSlices(row, Token.SYSTEM, Variable.SYSTEM, values);
        ofSlices(row, Token.CONNECTION, Variable.CONNECTION, values);
        ofSlices(row, Token.BAND, Variable.LOOKALIKE, values);
        ofSlices(row, Token.WINDOW, Variable.RECENCY, values);
        return values;
    }

    /** Cities, pins and regions; nothing where whole countries are meant. */
    private static String within(Places places) {
        return Stream.concat(places.circles().stream().map(Circle::name), places.regions().stream())
                .collect(Collectors.joining("+"));
    }

    private static void ofSlices(Row row, Token token, Variable variable, Map<Token, String> values) {
        values.put(
                token,
                row.narrowing().slices().stream()
                        .filter(s -> s.variable() == variable)
                        .map(Slice::words)
                        .collect(Collectors.joining(" ")));
    }

    /**
     * @param number from 1
     * @param deck codes of the client's phrases
     */
    public static Map<Token, String> ofColumn(Creative creative, int number, CopyCodes deck) {
        Map<Token, String> values = new EnumMap<>(Token.class);
        Versioned versioned = versioned(creative.name());
        values.put(Token.FORMAT, creative.format());
        values.put(Token.CREATIVE, versioned.name());
        values.put(Token.VERSION, versioned.version());
        values.put(
                Token.CALL_TO_ACTION,
                creative.callsToAction().stream().findFirst().orElse(""));
        values.put(Token.BODY, deck.of(Part.BODY, creative.bodies()));
        values.put(Token.HEADLINE, deck.of(Part.HEADLINE, creative.headlines()));
        values.put(Token.DESCRIPTION, deck.of(Part.DESCRIPTION, creative.descriptions()));
        values.put(Token.COLUMN_NUMBER, String.valueOf(number));
        return values;
    }

    /** @param version {@code v1} where the name says none */
    private record Versioned(String name, String version) {}

    private static Versioned versioned(String creativeName) {
        Matcher matcher = VERSIONED.matcher(creativeName);
        return matcher.matches()
                ? new Versioned(matcher.group(1), matcher.group(2))
                : new Versioned(creativeName, "v1");
    }
}
