package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.AudienceOffer.RadiusRule;
import app.tidewrack.core.network.NearestAudience.Difference;
import app.tidewrack.core.network.NearestAudience.Kind;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Carried.Became;
import app.tidewrack.core.plan.Carried.Loss;
import app.tidewrack.core.plan.Carried.Part;
import app.tidewrack.core.plan.Split.By;
import app.tidewrack.core.plan.Split.Share;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CarriedTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private int next;

    private Carried.Target target(boolean hours, String currency, ZoneId zone) {
        return target(Rulebooks.small(hours), currency, zone);
    }

    private Carried.Target target(Rulebook rulebook, String currency, ZoneId zone) {
        return new Carried.Target(
                "there",
                "Kits on Hearthside",
                rulebook,
                Currency.getInstance(currency),
                zone,
                id -> id.equals("nowhere")
                        ? AudienceDefinition.everyoneIn("CA")
                        : AudienceDefinition.everyoneIn("GB").interestedIn(List.of(id)),
                (id, definition) -> id + " there",
                code -> code.equals("GB") ? "Great Britain" : code,
                Term::code,
                id -> "Creative " + id,
                id -> id.equals("cr2") ? "mix" : "single-picture",
                () -> "i" + next++);
    }

    private static Campaign campaign() {
        Money ten = Money.ofMinor(1000, "GBP");
        Delivery delivery = Delivery.USUAL
                .bidding(new Bid(BidStrategy.MAXIMUM, Money.ofMinor(50, "GBP")))
                .running(Pace.EVEN, Hours.daily(7, 23))
                .shown(new Showing(Showing.How.CHOSEN, List.of("home-feed", "inbox")))
                .switched(Map.of("comments", false, "sound", true));
        Narrowing split = new Narrowing(List.of(new Slice.OfGender(Gender.WOMEN), new Slice.ShownIn("inbox", "inbox")));
        LocalDate start = LocalDate.parse("2027-03-09");
        return new Campaign(
                "c",
                "here",
                new CampaignFacts(
                        "Kits",
                        "messages",
                        Temperature.COLD,
                        Purpose.TESTING,
                        new Flight(start, start.plusDays(7), LONDON),
                        ten),
                List.of(
                        new Row("r1", "a1", "Women", ten, true, split, delivery),
                        new Row("r2", "a2", "Sewers", ten),
                        new Row("r3", "nowhere", "Elsewhere", ten)),
                List.of(new Column("k1", "cr1"), new Column("k2", "cr2")),
                Map.of(new CellRef("r2", "k1"), "its own"));
    }

    @Test
    void whatDoesNotCarryOverIsToldAndTheRestIsThere() {
        Carried carried = Carried.to(campaign(), target(false, "EUR", ZoneId.of("Europe/Berlin")));
        assertThat(carried.losses())
                .containsExactly(
                        new Loss(Part.OBJECTIVE, "Kits", "messages", "traffic"),
                        new Loss(Part.ZONE, "Kits", "Europe/London", "Europe/Berlin"),
                        new Loss(Part.MONEY, "Kits", "£10.00", "€0.00"),
                        new Loss(Part.PLACEMENTS, "Women", "inbox", "as usual"),
                        new Loss(Part.BID, "Women", "at most £0.50", "automatic"),
                        new Loss(Part.PLACEMENTS, "Women", "home feed, inbox", "home feed"),
                        new Loss(Part.HOURS, "Women", "daily 7 to 23", "all hours"),
                        carried.losses().get(7),
                        new Loss(Part.FORMAT, "Creative cr2", "mix", ""));
        assertThat(carried.losses().get(7).part()).isEqualTo(Part.SWITCHES);
        assertThat(carried.rows())
                .extracting(Became::of, Became::label)
                .containsExactly(
                        tuple(List.of("Women"), "Women"),
                        tuple(List.of("Sewers"), "Sewers"),
                        tuple(List.of("Elsewhere"), ""));
        assertThat(carried.audiences().get("nowhere"))
                .containsExactly(new Difference(Kind.COUNTRY_MISSING, "CA", "", 0, 0));
        Campaign there = carried.campaign();
        assertThat(there.rows()).extracting(Row::label).containsExactly("Women", "Sewers");
        assertThat(there.rows().get(0).narrowing().words()).isEqualTo("women");
        assertThat(there.rows().get(0).delivery().switches()).isEqualTo(Map.of("comments", false));
        assertThat(there.off().values())
                .containsExactlyInAnyOrder("its own", "Hearthside has no mix", "Hearthside has no mix");
        assertThat(there.ads()).isEqualTo(1);
    }

    @Test
    void onTheSameTermsOnlyBidsAreLost() {
        Campaign plain = campaign().withFacts(campaign().facts());
        Carried carried = Carried.to(
                new Campaign(
                        "c",
                        "here",
                        new CampaignFacts(
                                "Kits",
                                "traffic",
                                Temperature.COLD,
                                Purpose.TESTING,
                                plain.facts().flight(),
                                plain.facts().moneyPerRow()),
                        List.of(plain.rows().get(1)),
                        List.of(new Column("k1", "cr1")),
                        Map.of()),
                target(true, "GBP", LONDON));
        assertThat(carried.losses()).isEmpty();
        assertThat(carried.campaign().rows().get(0).money()).hasToString("£10.00");
        assertThat(carried.campaign().ads()).isEqualTo(1);
    }

    /** A network that takes money a day of ad groups only gets that, worth the same. */
    @Test
    void moneyIsGivenAsItIsTakenThere() {
        Campaign here = campaign();
        Budgeting shared = new Budgeting(Budgeting.Basis.LIFETIME, Money.ofMinor(14_000, "GBP"));
        Campaign one = here.withRows(List.of(here.rows().get(1)))
                .withFacts(here.facts().budgeted(shared, here.facts().moneyPerRow()));
        Carried carried = Carried.to(one, target(true, "GBP", LONDON));
        assertThat(carried.losses())
                .contains(new Loss(Part.BUDGETING, "Kits", "for the flight, shared", "a day, per row"));
        assertThat(carried.campaign().facts().budgeting()).isEqualTo(Budgeting.USUAL);
        assertThat(carried.campaign().rows().get(0).money()).hasToString("£20.00");
    }

    /** The first placement of each format, those that were chosen, or none where the network chooses. */
    @Test
    void placementsAreToldAsTheyAreSent() {
        List<String> formats = List.of("single-picture");
        assertThat(Showing.USUAL.told(Rulebooks.small(true), formats)).containsExactly("home-feed");
        assertThat(new Showing(Showing.How.CHOSEN, List.of("stories", "moon")).told(Rulebooks.small(true), formats))
                .containsExactly("stories");
        assertThat(new Showing(Showing.How.NETWORK, List.of()).told(Rulebooks.small(true), formats))
                .isEmpty();
    }

    private static final List<AgeRange> BANDS = List.of(
            new AgeRange(18, 24),
            new AgeRange(25, 34),
            new AgeRange(35, 44),
            new AgeRange(45, 54),
            new AgeRange(55, 65));

    private static Slice.In city(String name, double latitude) {
        return new Slice.In(Places.around(List.of(new Circle(0, name, "GB", latitude, 1, 20))), name);
    }

    private Campaign split(List<AgeRange> ages) {
        Campaign one = campaign();
        Campaign sewers = one.withRows(List.of(one.rows().get(1)));
        Split split = new Split(
                List.of(
                        new By(
                                Variable.AGE,
                                ages.stream().<Slice>map(Slice.Aged::new).toList()),
                        new By(Variable.PLACE, List.of(city("Norwich", 52.6), city("Ely", 52.4))),
                        new By(
                                Variable.GENDER,
                                List.of(new Slice.OfGender(Gender.WOMEN), new Slice.OfGender(Gender.MEN)))),
                Share.EACH);
        return split.of(sewers, "r2", () -> "s" + next++)
                .applyTo(new Plan("p", "Spring", List.of(sewers)))
                .plan()
                .campaign("c");
    }

    /** Six age bands, two cities, two genders on a network with five bands and no cities. */
    @Test
    void rowsThatWouldBeTheSameAreOneWithTheMoneyOfAll() {
        Campaign here = split(Split.evenBands(new AgeRange(18, 65), 6));
        assertThat(here.rows()).hasSize(24);
        Carried carried =
                Carried.to(here, target(Rulebooks.reaching(Rulebooks.small(true), BANDS, null), "GBP", LONDON));
        assertThat(carried.campaign().rows())
                .extracting(Row::label, r -> r.money().toString())
                .containsExactly(
                        tuple("Sewers 18 to 24 Great Britain women", "£20.00"),
                        tuple("Sewers 18 to 24 Great Britain men", "£20.00"),
                        tuple("Sewers 25 to 34 Great Britain women", "£20.00"),
                        tuple("Sewers 25 to 34 Great Britain men", "£20.00"),
                        tuple("Sewers 35 to 44 Great Britain women", "£20.00"),
                        tuple("Sewers 35 to 44 Great Britain men", "£20.00"),
                        tuple("Sewers 45 to 54 Great Britain women", "£40.00"),
                        tuple("Sewers 45 to 54 Great Britain men", "£40.00"),
                        tuple("Sewers 55 to 65 Great Britain women", "£20.00"),
                        tuple("Sewers 55 to 65 Great Britain men", "£20.00"));
        Became twice = carried.rows().get(6);
        assertThat(twice.of())
                .containsExactly(
                        "Sewers 42 to 49 Norwich women",
                        "Sewers 42 to 49 Ely women",
                        "Sewers 50 to 57 Norwich women",
                        "Sewers 50 to 57 Ely women");
        assertThat(twice.differences()).extracting(Difference::kind).contains(Kind.AGES_CHANGED, Kind.PLACE_WIDENED);
    }

    /** Seeded: no two rows talk to the same people, no pound is lost, and what is taken exactly stays as it is. */
    @Test
    void moneyStaysAndNoTwoRowsAreTheSame() {
        Random random = new Random(21);
        int joined = 0;
        for (int run = 0; run < 300; run++) {
            int bands = 1 + random.nextInt(9);
            Campaign here = split(Split.evenBands(new AgeRange(18, 65), bands));
            RadiusRule radius = random.nextBoolean() ? new RadiusRule(2, 100) : null;
            List<AgeRange> there = random.nextBoolean() ? BANDS : List.of();
            Carried carried =
                    Carried.to(here, target(Rulebooks.reaching(Rulebooks.small(true), there, radius), "GBP", LONDON));
            List<Row> rows = carried.campaign().rows();
            assertThat(rows).extracting(r -> r.narrowing().slices()).doesNotHaveDuplicates();
            assertThat(rows).extracting(Row::label).doesNotHaveDuplicates();
            assertThat(rows.stream().map(Row::money).reduce(Money::plus).orElseThrow())
                    .isEqualTo(here.rows().stream()
                            .map(Row::money)
                            .reduce(Money::plus)
                            .orElseThrow());
            assertThat(carried.rows().stream().mapToInt(b -> b.of().size()).sum())
                    .isEqualTo(here.rows().size());
            if (there.isEmpty() && radius != null) {
                assertThat(rows)
                        .extracting(Row::label)
                        .isEqualTo(here.rows().stream().map(Row::label).toList());
                assertThat(carried.rows()).allMatch(b -> b.differences().isEmpty());
            }
            joined += here.rows().size() - rows.size();
        }
        assertThat(joined).as("rows joined in 300 runs").isGreaterThan(1000);
    }

    @Test
    void whoFindsNobodyThereIsLeftOut() {
        Campaign here = split(List.of(new AgeRange(14, 17), new AgeRange(18, 24)));
        Carried carried =
                Carried.to(here, target(Rulebooks.reaching(Rulebooks.small(true), BANDS, null), "GBP", LONDON));
        assertThat(carried.campaign().rows()).hasSize(2);
        assertThat(carried.rows().stream().filter(b -> b.label().isEmpty()))
                .hasSize(4)
                .allMatch(b -> b.differences().contains(new Difference(Kind.AGES_CHANGED, "14 to 17", "", 0, 0)));
    }

    @Test
    void theCopyHasANameOfItsOwn() {
        Campaign kits = campaign();
        Plan plan = new Plan("p", "Spring", List.of(kits));
        assertThat(Carried.name(plan, kits, "Hearthside")).isEqualTo("Kits on Hearthside");
        CampaignFacts facts = kits.facts();
        Campaign copy = kits.withFacts(new CampaignFacts(
                "Kits on Hearthside",
                facts.objective(),
                facts.temperature(),
                facts.purpose(),
                facts.flight(),
                facts.moneyPerRow()));
        assertThat(Carried.name(new Plan("p", "Spring", List.of(kits, copy)), kits, "Hearthside"))
                .isEqualTo("Kits on Hearthside 2");
    }
}
