package app.tidewrack.bench;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Audiences to measure with: twelve terms each, all different, the same in every run. */
final class Audiences {
    static final List<String> TOPICS = List.of(
            "knitting",
            "sewing",
            "mending",
            "woodwork",
            "gardening",
            "baking",
            "coffee",
            "hiking",
            "cycling",
            "film",
            "museums",
            "running",
            "yoga",
            "console-games",
            "chess",
            "phones",
            "small-business",
            "dogs",
            "cats",
            "used-cars");

    private Audiences() {}

    /** Ages, a gender, three conditions of three interests or devices, and what is left out: twelve terms. */
    static AudienceDefinition twelveTerms(int number) {
        Random random = new Random(number);
        int from = 18 + random.nextInt(20);
        AudienceDefinition audience = AudienceDefinition.everyoneIn(Places.inCountries("GB", "DE", "DK"))
                .aged(new AgeRange(from, from + 10 + random.nextInt(25)))
                .of(Gender.values()[random.nextInt(3)]);
        for (int condition = 0; condition < 3; condition++) {
            audience = audience.and(new AnyOf(topics(random, 3)));
        }
        audience = audience.and(AnyOf.of(new Term(TermKind.DEVICE, "phone")));
        return audience.without(topics(random, 2));
    }

    static List<AudienceDefinition> many(int count) {
        List<AudienceDefinition> many = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            many.add(twelveTerms(i));
        }
        return many;
    }

    private static List<Term> topics(Random random, int count) {
        List<Term> topics = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            topics.add(Term.interest(TOPICS.get(random.nextInt(TOPICS.size()))));
        }
        return topics;
    }
}
