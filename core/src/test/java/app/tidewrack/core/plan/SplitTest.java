package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.plan.Split.By;
import app.tidewrack.core.plan.Split.Share;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Currency;
import java.util.EnumMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class SplitTest {
    private static final By GENDERS =
            new By(Variable.GENDER, List.of(new Slice.OfGender(Gender.WOMEN), new Slice.OfGender(Gender.MEN)));
    private static final By CITIES =
            new By(Variable.PLACE, List.of(city("Norwich", 52.63, 1.3), city("Ely", 52.4, 0.26)));
    private static final Row ROW = new Row("r", "a", "Knitters", Money.ofMinor(1000, "GBP"));

    private int next;

    private static Slice city(String name, double latitude, double longitude) {
        return new Slice.In(Places.around(List.of(new Circle(1, name, "GB", latitude, longitude, 25))), name);
    }

    private static By ages(int bands) {
        return new By(
                Variable.AGE,
                Split.evenBands(new AgeRange(18, 65), bands).stream()
                        .map(a -> (Slice) new Slice.Aged(a))
                        .toList());
    }

    private String id() {
        return "i" + next++;
    }

    /** Common practice: 6 age bands × 2 cities × 2 genders, with one creative, is 24 ads from one split. */
    @Test
    void sixAgesTwoCitiesTwoGendersAreTwentyFourAds() {
        Flight flight = Flight.through(
                LocalDate.parse("2027-03-09"), LocalDate.parse("2027-03-15"), ZoneId.of("Europe/London"));
        Campaign campaign = new Campaign(
                "c",
                "account",
                new CampaignFacts("Kits", "traffic", Temperature.COLD, Purpose.TESTING, flight, ROW.money()),
                List.of(new Row("first", "a", "Knitters 18 to 25 Norwich women", ROW.money()), ROW),
                List.of(new Column("k", "creative")),
                Map.of());
        Split split = new Split(List.of(ages(6), CITIES, GENDERS), Share.EACH);
        Plan plan = split.of(campaign, "r", this::id)
                .applyTo(new Plan("p", "Plan", List.of(campaign)))
                .plan();
        PlanTotals totals = PlanTotals.of(plan.campaign("c"));
        assertThat(totals.ads()).isEqualTo(1 + 24);
        assertThat(totals.daily()).hasToString("£250.00");
        List<Row> rows = plan.campaign("c").rows();
        assertThat(rows.get(1).label()).isEqualTo("Knitters 18 to 25 Norwich women 2");
        assertThat(rows.get(2).label()).isEqualTo("Knitters 18 to 25 Norwich men");
        assertThat(rows.get(24).label()).isEqualTo("Knitters 58 to 65 Ely men");
        Set<AudienceDefinition> people = rows.stream()
                .skip(1)
                .map(r -> r.people(AudienceDefinition.everyoneIn("GB")))
                .collect(Collectors.toSet());
        assertThat(people).hasSize(24).allMatch(d -> d.ages() != null && d.gender() != Gender.ANY);
    }

    @Test
    void moneyIsSharedToTheMinorUnit() {
        List<Row> rows = new Split(List.of(ages(3)), Share.EQUAL).rows(ROW, Set.of(), this::id);
        assertThat(rows).extracting(r -> r.money().minor()).containsExactly(334L, 333L, 333L);
        assertThat(Money.sum(
                        Currency.getInstance("GBP"),
                        rows.stream().map(Row::money).toList()))
                .isEqualTo(ROW.money());
    }

    /** Splitting a row of a split keeps what it was split by, and a second split by the same variable replaces it. */
    @Test
    void aSplitRemembersWhatVaries() {
        Row women = new Split(List.of(GENDERS), Share.EACH)
                .rows(ROW, Set.of(), this::id)
                .get(0);
        Row young = new Split(List.of(ages(2)), Share.EACH)
                .rows(women, Set.of(), this::id)
                .get(0);
        assertThat(young.narrowing().words()).isEqualTo("women 18 to 41");
        assertThat(young.label()).isEqualTo("Knitters women 18 to 41");
        Row younger = new Split(List.of(ages(4)), Share.EACH)
                .rows(young, Set.of(), this::id)
                .get(0);
        assertThat(younger.narrowing().slices()).hasSize(2);
        assertThat(younger.narrowing().words()).isEqualTo("women 18 to 29");
        assertThat(younger.label()).isEqualTo("Knitters women 18 to 29");
    }

    /** Whatever the number of bands, they cover every year once and differ by one year at most. */
    @Test
    void evenBandsPartitionTheAges() {
        for (int from = 13; from < 40; from += 3) {
            for (int to = from; to <= 65; to += 4) {
                AgeRange ages = new AgeRange(from, to);
                for (int bands = 1; bands <= to - from + 1; bands++) {
                    List<AgeRange> cut = Split.evenBands(ages, bands);
                    Set<Integer> years = new HashSet<>();
                    cut.forEach(a -> IntStream.rangeClosed(a.from(), a.to())
                            .forEach(y -> assertThat(years.add(y)).isTrue()));
                    assertThat(years).hasSize(to - from + 1).contains(from, to);
                    Set<Integer> lengths =
                            cut.stream().map(a -> a.to() - a.from()).collect(Collectors.toSet());
                    assertThat(lengths.stream().mapToInt(i -> i).summaryStatistics())
                            .matches(s -> s.getMax() - s.getMin() <= 1);
                }
            }
        }
        assertThat(Split.bandsFrom(new AgeRange(18, 65), List.of(25, 35, 50)))
                .containsExactly(
                        new AgeRange(18, 24), new AgeRange(25, 34), new AgeRange(35, 49), new AgeRange(50, 65));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            INTEREST | INTEREST:knitting          | [INTEREST:knitting], [HABIT:online], [LANGUAGE:en]
            INTEREST | INTEREST:quilting          | [INTEREST:knitting, INTEREST:sewing], [HABIT:online], [LANGUAGE:en], [INTEREST:quilting]
            LANGUAGE | LANGUAGE:cy                | [INTEREST:knitting, INTEREST:sewing], [HABIT:online], [LANGUAGE:cy]
            DEVICE   | DEVICE:phone,DEVICE:tablet | [INTEREST:knitting, INTEREST:sewing], [HABIT:online], [LANGUAGE:en], [DEVICE:phone, DEVICE:tablet]
            """)
    void aSliceTakesThePlaceOfTheConditionItCuts(Variable variable, String terms, String conditions) {
        AudienceDefinition audience = AudienceDefinition.everyoneIn("GB")
                .interestedIn(List.of("sewing", "knitting"))
                .and(AnyOf.of(new Term(TermKind.HABIT, "online")))
                .and(AnyOf.of(new Term(TermKind.LANGUAGE, "en")));
        List<Term> having = List.of(terms.split(",")).stream()
                .map(t -> new Term(TermKind.valueOf(t.split(":")[0]), t.split(":")[1]))
                .toList();
        AudienceDefinition cut = new Slice.Having(variable, having, "words").of(audience);
        assertThat(cut.conditions().stream().map(c -> c.terms().toString()).collect(Collectors.joining(", ")))
                .isEqualTo(conditions);
    }

    @Test
    void whatMakesNoSplitIsRefused() {
        assertThatThrownBy(() -> new Split(List.of(), Share.EACH)).isInstanceOf(Refusal.class);
        assertThatThrownBy(() -> new Split(List.of(GENDERS, GENDERS), Share.EACH))
                .hasMessageContaining("twice");
        assertThatThrownBy(() -> Split.evenBands(new AgeRange(18, 20), 4)).hasMessageContaining("3 years");
        assertThatThrownBy(() -> Split.bandsFrom(new AgeRange(18, 65), List.of(30, 25)))
                .hasMessageContaining("from 25");
        List<Slice> places = IntStream.range(0, 130)
                .mapToObj(i -> city("Town " + i, i / 2.0, 0))
                .toList();
        Split wide = new Split(List.of(ages(20), GENDERS, new By(Variable.PLACE, places)), Share.EACH);
        assertThatThrownBy(() -> wide.rows(ROW, Set.of(), this::id))
                .hasMessageContaining("makes 5,200 rows; a sheet holds 1,000");
        Row full = new Row("r", "a", "K".repeat(80), ROW.money());
        assertThat(new Split(List.of(GENDERS), Share.EACH)
                        .rows(full, Set.of(), this::id)
                        .get(1)
                        .label())
                .isEqualTo("K".repeat(76) + " men");
    }

    private static Map<Variable, List<Slice>> twoOfEach() {
        Map<Variable, List<Slice>> two = new EnumMap<>(Variable.class);
        for (Variable each : Variable.values()) {
            two.put(
                    each,
                    Stream.of("one", "two")
                            .map(v -> (Slice) new Slice.Having(each, List.of(new Term(TermKind.INTEREST, v)), v))
                            .toList());
        }
        two.put(Variable.AGE, ages(2).slices());
        two.put(Variable.GENDER, GENDERS.slices());
        two.put(Variable.PLACE, CITIES.slices());
        two.put(Variable.PLACEMENT, List.of(new Slice.ShownIn("feed", "Feed"), new Slice.ShownIn("side", "Side")));
        return two;
    }

    /** Names are made, results are told and filtered by tokens: two rows of a split differ in one that is of what was split. */
    @ParameterizedTest
    @EnumSource(Variable.class)
    void whatRowsAreSplitByIsToldByATokenOfItsOwn(Variable variable) {
        AudienceDefinition people = AudienceDefinition.everyoneIn(Places.inCountries("GB"));
        List<Map<Token, String>> told = twoOfEach().get(variable).stream()
                .map(s -> ROW.cut("r", "Same", ROW.money(), Narrowing.NONE.with(s)))
                .map(row -> TokenValues.ofRow(row, 1, row.people(people), "Knitters"))
                .toList();
        assertThat(told.get(0).entrySet().stream()
                        .filter(e -> !e.getValue().equals(told.get(1).get(e.getKey())))
                        .map(Map.Entry::getKey))
                .as("tokens that tell two rows by %s apart", variable.words())
                .hasSize(1)
                .allSatisfy(t -> assertThat(told)
                        .allSatisfy(values -> assertThat(values.get(t)).isNotBlank()));
    }

    @Test
    void theCityOfAWholeAudienceIsWhatItIsMadeFor() {
        Row row = ROW.labelled("All");
        Map<String, Places> audiences = Map.of(
                "Norwich+Ely",
                Places.around(List.of(
                        new Circle(1, "Norwich", "GB", 52.63, 1.3, 25), new Circle(2, "Ely", "GB", 52.4, 0.26, 25))),
                "GB.NFK",
                new Places(List.of(), List.of("GB.NFK"), List.of()),
                "",
                Places.inCountries("GB", "DK"));
        audiences.forEach(
                (city, places) -> assertThat(TokenValues.ofRow(row, 1, AudienceDefinition.everyoneIn(places), "A")
                                .get(Token.CITY))
                        .isEqualTo(city));
    }
}
