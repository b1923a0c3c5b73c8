package app.tidewrack.core.launch;

import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.launch.CreativeSettings.ChatSettings;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.launch.CreativeSettings.MessageSettings;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Codes;
import app.tidewrack.core.naming.NamePart;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.ObjectiveRule.Charge;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Purpose;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Temperature;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.core.tracking.LinkPattern;
import app.tidewrack.core.tracking.LinkPattern.Parameter;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** A small sheet and items of each level, which tests change. */
public final class Items {
    public static final LocalDate START = LocalDate.parse("2027-03-10");
    public static final ItemKey CAMPAIGN_KEY = ItemKey.campaign("c");
    public static final ItemKey ROW_KEY = ItemKey.group("c", "r0");
    public static final ItemKey AD_KEY = new ItemKey("c", "r0", "k0");

    /** Every part of it says something. */
    public static final CampaignSettings CAMPAIGN =
            new CampaignSettings("C", "traffic", START, START.plusDays(6), pounds(Basis.DAILY, 1000), "jobs", true);

    /** Every part of it says something. */
    public static final GroupSettings GROUP = new GroupSettings(
            "R",
            pounds(Basis.DAILY, 1000),
            AudienceDefinition.everyoneIn("GB")
                    .aged(new AgeRange(25, 54))
                    .and(AnyOf.of(new Term(TermKind.SOURCE, "s1"))),
            List.of("home-feed"),
            "clicks",
            Charge.CLICK,
            new Bid(BidStrategy.MAXIMUM, Money.ofMinor(75, "GBP")),
            Pace.FRONT,
            Hours.daily(7, 23),
            Map.of("comments", false));

    /** Every part of it says something. */
    public static final AdSettings AD = new AdSettings(
            "A",
            new CreativeSettings(
                    "single-picture",
                    "Oddment",
                    List.of("ab".repeat(32)),
                    List.of("cd".repeat(32)),
                    List.of("Mend it."),
                    List.of("Mend"),
                    List.of("Kits"),
                    List.of("shop"),
                    "https://a.example/?n=HS",
                    "p1",
                    List.of(new Card("Sock", "£14", "")),
                    new FormSettings("f1", 2),
                    new ChatSettings("Hello", List.of("Yes")),
                    new MessageSettings("Ada Quill", "A word", "Hello", "Look")));

    /** The usual names; links get {@code ?n=HS}. */
    public static final NamingScheme SCHEME = new NamingScheme(
            NamePattern.CAMPAIGN_USUAL,
            NamePattern.AD_GROUP_USUAL,
            NamePattern.AD_USUAL,
            new LinkPattern(
                    List.of(new Parameter(
                            "n",
                            new NamePattern(List.of(NamePart.of(Token.NETWORK)), "_", "-", NamePattern.Letters.PLAIN))),
                    LinkPattern.Same.KEEP),
            Codes.USUAL);

    private Items() {}

    public static Budget pounds(Basis basis, long minor) {
        return new Budget(basis, Money.ofMinor(minor, "GBP"));
    }

    /** The ad group with other money. */
    public static GroupSettings group(Budget budget) {
        return GROUP.with(budget);
    }

    /** Rows r0, r1… of £10 each and columns k0, k1…, all on. */
    public static Campaign sheet(int rows, int columns, Budgeting budgeting) {
        Money each = Money.ofMinor(1000, "GBP");
        CampaignFacts facts = new CampaignFacts(
                "Kits",
                "traffic",
                Temperature.COLD,
                Purpose.TESTING,
                new Flight(START, START.plusDays(7), ZoneId.of("Europe/London")),
                each,
                budgeting,
                null);
        return new Campaign(
                "c",
                "a",
                facts,
                IntStream.range(0, rows)
                        .mapToObj(r -> new Row("r" + r, "knitters", "Row " + r, each))
                        .toList(),
                IntStream.range(0, columns)
                        .mapToObj(c -> new Column("k" + c, "cr"))
                        .toList(),
                Map.of());
    }

    /** With sources called {@code Source …}, topics by their code, media {@code sock.jpg} and forms {@code Ask}. */
    public static ItemWords words() {
        return words("");
    }

    /** @param renamed what is added to every name */
    public static ItemWords words(String renamed) {
        return new ItemWords(
                Rulebooks.small(true),
                place -> "Great Britain" + renamed,
                term -> (term.kind() == TermKind.SOURCE ? "Source " : "") + term.code() + renamed,
                sha -> new Medium(sha, "sock.jpg" + renamed, "JPEG", 1080, 1080, 1, null, Medium.Text.UNKNOWN),
                form -> "Ask" + renamed);
    }

    /** Settings of some level with any of their parts there or not, legal or not. */
    public static Settings any(Random random, Level level) {
        String name = text(random);
        return switch (level) {
            case CAMPAIGN -> {
                LocalDate first = START.plusDays(random.nextInt(400));
                yield new CampaignSettings(
                        name,
                        text(random),
                        first,
                        first.plusDays(random.nextInt(300)),
                        budget(random),
                        random.nextBoolean() ? null : text(random),
                        random.nextBoolean());
            }
            case AD_GROUP ->
                new GroupSettings(
                        name,
                        budget(random),
                        audience(random),
                        texts(random),
                        random.nextBoolean() ? null : text(random),
                        random.nextBoolean() ? null : Charge.values()[random.nextInt(Charge.values().length)],
                        random.nextBoolean()
                                ? Bid.AUTOMATIC
                                : new Bid(BidStrategy.MAXIMUM, Money.ofMinor(1 + random.nextInt(9_000), "GBP")),
                        random.nextBoolean() ? Pace.EVEN : Pace.FRONT,
                        random.nextBoolean() ? Hours.ALL : Hours.daily(random.nextInt(12), 12 + random.nextInt(12)),
                        random.nextBoolean() ? Map.of() : Map.of(text(random), random.nextBoolean()));
            case AD -> new AdSettings(name, creative(random));
        };
    }

    private static CreativeSettings creative(Random random) {
        return new CreativeSettings(
                "single-picture",
                random.nextBoolean() ? "" : text(random),
                texts(random),
                texts(random),
                texts(random),
                texts(random),
                texts(random),
                texts(random),
                random.nextBoolean()
                        ? ""
                        : "https://a.example/" + random.nextInt(99) + "?ä=%C3%A4#" + random.nextInt(9),
                random.nextBoolean() ? "" : text(random),
                random.nextBoolean() ? List.of() : List.of(new Card(text(random), "£14", "https://a.example")),
                random.nextBoolean() ? null : new FormSettings(text(random), 1 + random.nextInt(9)),
                random.nextBoolean() ? null : new ChatSettings(text(random), texts(random)),
                random.nextBoolean()
                        ? null
                        : new MessageSettings(text(random), text(random), text(random), text(random)));
    }

    private static AudienceDefinition audience(Random random) {
        AudienceDefinition people = AudienceDefinition.everyoneIn(random.nextBoolean() ? "GB" : "DK");
        people = random.nextBoolean()
                ? people
                : people.aged(new AgeRange(18 + random.nextInt(20), 50 + random.nextInt(15)));
        people = random.nextBoolean() ? people : people.of(Gender.WOMEN);
        return random.nextBoolean() ? people : people.and(AnyOf.of(new Term(TermKind.INTEREST, text(random))));
    }

    private static @Nullable Budget budget(Random random) {
        return random.nextInt(3) == 0
                ? null
                : pounds(random.nextBoolean() ? Basis.DAILY : Basis.LIFETIME, 1 + random.nextInt(1_000_000));
    }

    private static List<String> texts(Random random) {
        return IntStream.range(0, random.nextInt(4)).mapToObj(i -> text(random)).toList();
    }

    /** Never blank; with signs that formats trip over. */
    private static String text(Random random) {
        String[] odd = {"Mend it", "“Kits” & co.", "a\tb\nc", "100 %", "\\\"", "æ\uD83D\uDC4D", "{town|x}", "0", "null"
        };
        return odd[random.nextInt(odd.length)] + random.nextInt(100);
    }
}
