package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.money.MoneyChange;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Collections;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PastedTest {
    private static final Currency GBP = Currency.getInstance("GBP");
    private static final Campaign SHEET = new Campaign(
            "c",
            "account",
            new CampaignFacts(
                    "Kits",
                    "traffic",
                    Temperature.COLD,
                    Purpose.TESTING,
                    Flight.through(
                            LocalDate.parse("2027-03-09"), LocalDate.parse("2027-03-15"), ZoneId.of("Europe/London")),
                    pounds(10)),
            List.of(
                    new Row("r1", "a1", "Knitters", pounds(10)),
                    new Row("r2", "a2", "Sewers", pounds(10)),
                    new Row("r3", "a3", "Quilters", pounds(10))),
            List.of(new Column("k1", "sock"), new Column("k2", "elbow")),
            Map.of(new CellRef("r1", "k2"), "its own people"));

    private static Money pounds(int amount) {
        return Money.ofMinor(amount * 100L, "GBP");
    }

    private static Pasted read(@Nullable String start, String... lines) {
        int[] next = {0};
        return Pasted.read(
                Arrays.stream(lines).map(l -> List.of(l.split("\\|", -1))).toList(),
                new Pasted.Ground(
                        SHEET,
                        start,
                        name -> name.startsWith("Audience") ? Optional.of("id of " + name) : Optional.empty(),
                        id -> id.equals("sock") ? "Darned sock" : "Elbow patch",
                        () -> "new" + next[0]++));
    }

    @Test
    void amountsGoDownFromTheRowAtHandAndTheGoodOnesGoInBesideTheBad() {
        Pasted pasted = read("r2", "12", "lots", "7.50");
        assertThat(pasted.money()).containsExactlyEntriesOf(Map.of("r2", pounds(12)));
        assertThat(pasted.bad()).extracting(Pasted.Bad::line).containsExactly(2, 3);
        assertThat(pasted.bad().get(0).says()).startsWith("“lots” is not an amount of GBP.");
        assertThat(pasted.bad().get(1).says()).isEqualTo("The sheet has no row for it; it has 3.");
        assertThat(pasted.edit(SHEET).orElseThrow().words()).isEqualTo("paste 1 budget");
        assertThat(read(null, "10", "10").edit(SHEET)).isEmpty();
    }

    @Test
    void linesThatNameARowChangeItAndOthersBecomeNewRows() {
        Pasted pasted = read(
                null,
                "Row|Audience|Money a day|Darned sock|Elbow patch",
                "Knitters|anything|£12.00|off|on",
                "Menders|Audience of menders|8|on|off",
                "|Audience of tailors||on|on",
                "Nobody|Nobody|5|on|on",
                "Sewers|||maybe|");
        assertThat(pasted.money()).containsExactlyEntriesOf(Map.of("r1", pounds(12)));
        assertThat(pasted.rows())
                .extracting(Row::label, r -> r.money().toString())
                .containsExactly(tuple("Menders", "£8.00"), tuple("Audience of tailors", "£10.00"));
        assertThat(pasted.cells())
                .isEqualTo(Map.of(
                        new CellRef("r1", "k1"),
                        false,
                        new CellRef("r1", "k2"),
                        true,
                        new CellRef("new0", "k2"),
                        false));
        assertThat(pasted.bad()).extracting(Pasted.Bad::value).containsExactly("Nobody", "maybe");
        Plan plan = new Plan("p", "Plan", List.of(SHEET));
        Together edit = pasted.edit(SHEET).orElseThrow();
        assertThat(edit.words()).isEqualTo("paste 1 budget, 2 rows, 3 ads");
        PlanEdit.Applied applied = edit.applyTo(plan);
        assertThat(PlanTotals.of(applied.plan().campaign("c")).ads()).isEqualTo(8);
        assertThat(applied.inverse().applyTo(applied.plan()).plan()).isEqualTo(plan);
    }

    @Test
    void tooManyLinesOrColumnsAreTold() {
        assertThat(read(null, "Knitters|x|12|extra|more").bad().get(0).says())
                .isEqualTo("There are 2 columns too many.");
        List<List<String>> many = Collections.nCopies(1_000_000, List.of("1"));
        Pasted.Ground ground = new Pasted.Ground(SHEET, null, n -> Optional.empty(), i -> i, () -> "x");
        assertThatThrownBy(() -> Pasted.read(many, ground))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("1,000,000 lines; 1 to 2,000");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            12      | £10.00 | £12.00
            +2      | £10.00 | £12.00
            −2.50   | £10.00 | £7.50
            +10 %   | £10.00 | £11.00
            -15%    | £10.05 | £8.54
            ×1.5    | £10.01 | £15.02
            x2      | £10.00 | £20.00
            """)
    void moneyIsSetAddedOrMultiplied(String typed, String before, String after) {
        assertThat(MoneyChange.parse(typed, GBP).of(Money.parse(before, GBP))).hasToString(after);
    }

    @Test
    void moneyNeverFallsUnderZero() {
        assertThatThrownBy(() -> MoneyChange.parse("-20", GBP).of(pounds(10)))
                .hasMessageContaining("would become −£10.00");
        assertThatThrownBy(() -> MoneyChange.parse("+ten", GBP)).hasMessageContaining("“ten” is not an amount");
    }

    @Test
    void findAndReplaceTellsWhatItWouldDoAndWhatItCannot() {
        Set<String> all = SHEET.rows().stream().map(Row::id).collect(Collectors.toSet());
        assertThat(new Relabel("ERS", "ing people").of(SHEET, all))
                .extracting(Relabel.Changed::after)
                .containsExactly("Knitting people", "Sewing people", "Quilting people");
        assertThat(new Relabel("sew", "quilt").of(SHEET, all))
                .containsExactly(new Relabel.Changed("r2", "Sewers", "quilters", ""));
        assertThat(new Relabel("Sewers", "Quilters").of(SHEET, all).get(0).trouble())
                .isEqualTo("Another row is called Quilters.");
        assertThat(new Relabel("Sewers", " ").of(SHEET, all).get(0).trouble()).contains("1 to 80 characters");
        assertThat(new Relabel("ers", "$1").of(SHEET, Set.of("r3")))
                .extracting(Relabel.Changed::after)
                .containsExactly("Quilt$1");
    }
}
