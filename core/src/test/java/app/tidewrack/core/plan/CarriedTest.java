package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Carried.Loss;
import app.tidewrack.core.plan.Carried.Part;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.core.schedule.Hours;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class CarriedTest {
    private static final ZoneId LONDON = ZoneId.of("Europe/London");
    private int next;

    private Carried.Target target(boolean hours, String currency, ZoneId zone) {
        return new Carried.Target(
                "there",
                Rulebooks.small(hours),
                Currency.getInstance(currency),
                zone,
                id -> id.equals("nowhere") ? Optional.empty() : Optional.of(id + " there"),
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
                        new Loss(Part.FORMAT, "Creative cr2", "mix", ""),
                        new Loss(Part.PLACEMENTS, "Women", "inbox", "as usual"),
                        new Loss(Part.BID, "Women", "at most £0.50", "automatic"),
                        new Loss(Part.PLACEMENTS, "Women", "home-feed, inbox", "home-feed"),
                        new Loss(Part.HOURS, "Women", "daily 7 to 23", "all hours"),
                        carried.losses().get(8),
                        new Loss(Part.AUDIENCE, "Elsewhere", "a row", ""));
        assertThat(carried.losses().get(8).part()).isEqualTo(Part.SWITCHES);
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
}
