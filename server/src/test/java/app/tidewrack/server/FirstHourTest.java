package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.server.Scene.Answer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import tools.jackson.databind.JsonNode;

/** An installation in which nobody is yet. */
class FirstHourTest extends WithServer {
    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @BeforeEach
    void nobodyIsHere() {
        sql.update("truncate agency, person, client cascade");
    }

    private static Map<String, Object> first(String key, String password, String currency) {
        return Map.of(
                "key",
                key,
                "agency",
                Map.of(
                        "name",
                        " Heronsgate ",
                        "colour",
                        "#20302C",
                        "accent",
                        "#c1764a",
                        "currency",
                        currency,
                        "zone",
                        "Europe/Copenhagen",
                        "language",
                        "da-DK",
                        "secondFactor",
                        "NOBODY"),
                "person",
                Map.of("name", "Nell Ferry", "email", "Nell@Heronsgate.example", "password", password));
    }

    private Answer name(Map<String, Object> body) throws Exception {
        return scene.call("nobody", HttpMethod.POST, "/api/door/first", body);
    }

    @Test
    void theFirstPersonNamesTheAgencyOnce() throws Exception {
        assertThat(scene.call("nobody", HttpMethod.GET, "/api/door", "")
                        .body()
                        .get("founded")
                        .asBoolean())
                .isFalse();
        assertThat(name(first("wrong", "seven heron lamp", "DKK")).status()).isEqualTo(403);
        assertThat(name(first("", "seven heron lamp", "DKK")).status()).isEqualTo(400);
        assertThat(name(first("first", "seven heron lamp", "KRONER")).detail()).contains("“KRONER” is no currency");
        assertThat(name(first("first", "heronsgate nell", "DKK")).detail()).contains("first that would be guessed");
        // Nothing of what was refused is kept.
        assertThat(sql.queryForObject("select count(*) from agency", Long.class))
                .isZero();
        assertThat(name(first("first", "seven heron lamp", "DKK")).status()).isEqualTo(200);

        String id = sql.queryForObject("select id from person", String.class);
        JsonNode agency = scene.call(id, HttpMethod.GET, "/api/agency", "").body();
        assertThat(agency.get("name").asString()).isEqualTo("Heronsgate");
        assertThat(agency.get("colour").asString()).isEqualTo("#20302c");
        assertThat(sql.queryForObject("select email from person", String.class)).isEqualTo("nell@heronsgate.example");
        assertThat(name(first("first", "seven heron lamp", "DKK")).status()).isEqualTo(409);
        assertThat(sql.queryForObject("select count(*) from person", Long.class))
                .isEqualTo(1);
    }

    @Test
    void aClientIsTakenOnByWhoBuysForIt() throws Exception {
        name(first("first", "seven heron lamp", "DKK"));
        String nell = sql.queryForObject("select id from person", String.class);
        Map<String, Object> said = new HashMap<>(Map.of(
                "name",
                "Marsh Bakery",
                "about",
                "Bread and courses",
                "domains",
                List.of("marshbakery.example", " Shop.MarshBakery.example "),
                "currencies",
                List.of("dkk", "EUR", "DKK"),
                "signOffDemanded",
                false));
        JsonNode added =
                scene.call(nell, HttpMethod.POST, "/api/agency/clients", said).body();
        String client = "/api/clients/" + added.get("id").asString();

        JsonNode desk = scene.call(nell, HttpMethod.GET, client, "").body().get("client");
        assertThat(desk.get("role").asString()).isEqualTo("BUYER");
        assertThat(desk.get("domains").toString()).isEqualTo("[\"marshbakery.example\",\"shop.marshbakery.example\"]");
        assertThat(desk.get("currencies").toString()).isEqualTo("[\"DKK\",\"EUR\"]");
        assertThat(desk.get("training").asBoolean()).isFalse();
        said.put("domains", List.of("no domain"));
        assertThat(scene.call(nell, HttpMethod.POST, "/api/agency/clients", said)
                        .detail())
                .contains("“no domain” is no domain of a site");
        said.put("domains", List.of());
        for (int days : List.of(0, -1, 4_000)) {
            said.put("leadsKeptDays", days);
            assertThat(scene.call(nell, HttpMethod.POST, "/api/agency/clients", said)
                            .detail())
                    .contains("Leads cannot be kept for");
        }
        said.put("leadsKeptDays", 3_650);
        said.put("name", "Marsh & Mill");
        scene.call(
                nell, HttpMethod.PUT, "/api/agency/clients/" + added.get("id").asString(), said);
        assertThat(scene.call(nell, HttpMethod.GET, client, "")
                        .body()
                        .at("/client/name")
                        .asString())
                .isEqualTo("Marsh & Mill");
        assertThat(scene.call(nell, HttpMethod.PUT, "/api/agency/clients/nowhere", said)
                        .status())
                .isEqualTo(404);
    }
}
