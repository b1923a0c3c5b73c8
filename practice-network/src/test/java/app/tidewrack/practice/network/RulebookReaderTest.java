package app.tidewrack.practice.network;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.network.ObjectiveRule.Action;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.Rulebook.MoneyRule;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.json.JsonMapper;

/** The shipped rulebooks keep to the JSON Schema (2020-12, by networknt's validator 3.0.9), and spoilt ones do not. */
class RulebookReaderTest {
    private static final JsonMapper JSON = new JsonMapper();

    private static final List<String> SLUGS =
            List.of("hearthside", "guildrow", "shortwave", "askwell", "jumpcut", "dayglass");

    /** Forms and chats are made by a connector. */
    private static final Set<Action> MADE_THERE = Set.of(Action.FORM_SEND, Action.MESSAGE);

    private static String text(String path) throws IOException {
        return new ClassPathResource(path).getContentAsString(StandardCharsets.UTF_8);
    }

    private static Rulebook read(String text) throws IOException {
        return new RulebookReader(text("rulebook-schema.json"), JSON).read("tried", text);
    }

    @Test
    void sixNetworksWithTrulyDifferentRules() throws IOException {
        Set<Object> differing = new HashSet<>();
        for (String slug : SLUGS) {
            Rulebook rulebook = read(text("rulebooks/" + slug + ".json"));
            assertThat(differing.add(rulebook.audience().terms().stream()
                            .map(t -> t.kind())
                            .toList()))
                    .isTrue();
            assertThat(differing.add(rulebook.placements())).isTrue();
            assertThat(differing.add(
                            rulebook.review().from() + " " + rulebook.review().to() + rulebook.reports()))
                    .isTrue();
        }
        assertThat(read(text("rulebooks/guildrow.json")).audience().radius()).isNull();
        assertThat(read(text("rulebooks/shortwave.json")).audience().ageBands()).hasSize(6);
        assertThat(read(text("rulebooks/jumpcut.json")).placements()).allMatch(p -> p.picture() == null);
        assertThat(read(text("rulebooks/dayglass.json")).placements())
                .allMatch(p -> p.brand() != null && p.headline().limit() == 30);
    }

    /** What stands for every network without a connector asks no more than the loosest of those that have one. */
    @Test
    void theGeneralRulebookIsStricterThanNone() throws IOException {
        Rulebook general = read(Files.readString(
                Path.of("../hand-over-connector/src/main/resources/app/tidewrack/connector/handover/rulebook.json")));
        assertThat(general.byHand()).isTrue();
        assertThat(general.audience().countries()).hasSizeGreaterThan(200);
        assertThat(general.audience().leastPeople()).isZero();
        for (String slug : SLUGS) {
            Rulebook one = read(text("rulebooks/" + slug + ".json"));
            assertThat(one.byHand()).isFalse();
            assertThat(general.nameLimit()).isGreaterThanOrEqualTo(one.nameLimit());
            assertThat(general.linkLimit()).isGreaterThanOrEqualTo(one.linkLimit());
            assertThat(general.audience().youngest())
                    .isLessThanOrEqualTo(one.audience().youngest());
            assertThat(general.money().stream().map(MoneyRule::currency).toList())
                    .containsAll(one.money().stream().map(MoneyRule::currency).toList());
            one.objectives().stream()
                    .filter(o -> o.goals().stream().noneMatch(g -> MADE_THERE.contains(g.action())))
                    .forEach(o -> assertThat(general.objective(o.code()))
                            .as(slug + " " + o.code())
                            .isPresent());
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "\"version\": 2        | \"version\": 0            | version",
                "\"code\": \"DG\"      | \"code\": \"Dayglass\"    | code",
                "\"nameLimit\": 110    | \"nameLimit\": \"long\"   | nameLimit",
                "\"nameLimit\": 110    | \"colour\": 110           | colour",
                "\"code\": \"cover\", \"words\": \"Cover\" | \"code\": \"stories\", \"words\": \"Cover\" | stands twice",
                "\"placements\": [\"cover\"] | \"placements\": [\"hall\"] | unknown placement hall",
                "\"limit\": 30, \"fold\": 30 | \"limit\": 30, \"fold\": 40 | folds at 40, behind its limit 30",
                "\"from\": \"PT15M\"   | \"from\": \"PT25H\"       | review runs backwards",
                "\"from\": \"PT15M\"   | \"from\": \"a while\"     | from",
                "\"leastKm\": 1        | \"leastKm\": 0            | leastKm"
            })
    void spoiltRulebooksAreRefusedWithTheFault(String sound, String spoilt, String fault) throws IOException {
        String text = text("rulebooks/dayglass.json").replaceAll("\\s+", " ");
        String flat = sound.strip().replaceAll("\\s+", " ");
        assertThat(text).contains(flat);
        assertThatThrownBy(() -> read(text.replace(flat, spoilt.strip()))).hasMessageContaining(fault.strip());
    }
}
