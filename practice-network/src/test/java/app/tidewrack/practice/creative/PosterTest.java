package app.tidewrack.practice.creative;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatCode;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.network.RulebookReader;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.core.io.ClassPathResource;
import tools.jackson.databind.json.JsonMapper;

/** The picture that is seen before a video plays: of its shape, and only where a network takes one. */
class PosterTest {
    private static final Medium FILM = new Medium("f", true, "MP4", 1080, 1920, 20, 1_000);

    private static Rulebook rulebook(String slug) throws IOException {
        return new RulebookReader(text("rulebook-schema.json"), JsonMapper.shared())
                .read(slug, text("rulebooks/" + slug + ".json"));
    }

    private static String text(String file) throws IOException {
        return new ClassPathResource(file).getContentAsString(StandardCharsets.UTF_8);
    }

    private static CreativeOrder order(List<String> posters) {
        return new CreativeOrder(
                "a",
                "Film",
                "single-video",
                null,
                null,
                List.of("f"),
                posters,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null,
                null);
    }

    private static void require(String network, @Nullable Medium... posters) throws IOException {
        List<@Nullable Medium> all = new ArrayList<>(Arrays.asList(posters));
        CreativeRules.requirePosters(rulebook(network), order(List.of("p")), List.of(FILM), all);
    }

    private static Medium poster(int width, int height, boolean video) {
        return new Medium("p", video, video ? "MP4" : "JPEG", width, height, video ? 3 : 0, 100);
    }

    @ParameterizedTest
    @CsvSource({
        "hearthside, 1080, 1920, false,",
        "jumpcut,    540,  960,  false,",
        "jumpcut,    1080, 1350, false, does not suit",
        "hearthside, 1080, 1920, true,  does not suit",
        "dayglass,   1080, 1920, false, takes no posters"
    })
    void isOfItsVideosShapeWhereOneIsTaken(
            String network, int width, int height, boolean video, @Nullable String refused) {
        var call = assertThatCode(() -> require(network, poster(width, height, video)));
        if (refused == null) {
            call.doesNotThrowAnyException();
        } else {
            call.isInstanceOfSatisfying(
                            Refusal.class, r -> assertThat(r.field()).isEqualTo("posters"))
                    .hasMessageContaining(refused);
        }
    }

    @Test
    void thereIsOneForEachMediumOrNone() throws IOException {
        require("dayglass");
        require("hearthside", (Medium) null);
        assertThatThrownBy(() -> require("hearthside", null, null)).hasMessageContaining("There are 2");
    }
}
