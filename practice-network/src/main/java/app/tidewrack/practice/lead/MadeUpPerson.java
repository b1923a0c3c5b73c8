package app.tidewrack.practice.lead;

import app.tidewrack.practice.world.City;
import app.tidewrack.practice.world.World;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.datafaker.Faker;

/** What a real person of the panel would write into a form: made up by Datafaker, with addresses that cannot exist. */
final class MadeUpPerson {
    private static final Map<String, Locale> LOCALES = new TreeMap<>(Map.of(
            "GB", Locale.UK,
            "IE", Locale.forLanguageTag("en-IE"),
            "DK", Locale.forLanguageTag("da-DK"),
            "DE", Locale.GERMANY,
            "AT", Locale.forLanguageTag("de-AT"),
            "NL", Locale.forLanguageTag("nl"),
            "FR", Locale.FRANCE,
            "SE", Locale.forLanguageTag("sv-SE"),
            "NO", Locale.forLanguageTag("nb-NO"),
            "PL", Locale.forLanguageTag("pl")));

    private final Faker faker;
    private final City home;
    private final String function;

    /** @param real number of a real person */
    MadeUpPerson(World world, int real, String function) {
        this.function = function;
        home = world.geography().cities().get(world.panel().city(real / world.weight()));
        faker = new Faker(LOCALES.getOrDefault(home.country(), Locale.UK), new Random(real));
    }

    /** The answer to a ready question of a lead form. */
    String answer(String field) {
        return switch (field) {
            case "full-name" -> faker.name().fullName();
            case "first-name" -> faker.name().firstName();
            case "last-name" -> faker.name().lastName();
            case "email" -> faker.internet().safeEmailAddress();
            case "phone" -> faker.phoneNumber().phoneNumber();
            case "city" -> home.name();
            case "postcode" -> faker.address().zipCode();
            case "company" -> faker.company().name();
            case "job-title" -> function.isEmpty() ? faker.job().title() : function;
            case "company-size" -> String.valueOf(1 + faker.random().nextInt(400));
            case "country" -> home.country();
            default -> "";
        };
    }

    /** A short answer in words. */
    String words() {
        return faker.lorem().sentence(4);
    }

    int choice(int of) {
        return faker.random().nextInt(of);
    }
}
