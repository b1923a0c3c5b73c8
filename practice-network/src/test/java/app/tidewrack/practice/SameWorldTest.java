package app.tidewrack.practice;

import static app.tidewrack.practice.Caller.campaign;
import static app.tidewrack.practice.Caller.creative;
import static app.tidewrack.practice.Caller.group;
import static app.tidewrack.practice.Caller.with;
import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.context.WebApplicationContext;
import tools.jackson.databind.json.JsonMapper;

/** The same seed and the same calls leave the same, byte for byte, though hours are delivered side by side. */
@Tag("whole")
class SameWorldTest {
    @Test
    void theSameCallsLeaveTheSameBytes() throws Exception {
        List<String> first = lived();
        assertThat(first).hasSizeGreaterThan(100);
        assertThat(lived()).isEqualTo(first);
    }

    /** Every hour, lead, chat, reached person and tie that two networks' delivery leaves in a new world. */
    private static List<String> lived() throws Exception {
        List<String> settings = new ArrayList<>(List.of("--server.port=0"));
        TestDatabase.properties(40_000).forEach((name, value) -> settings.add("--" + name + "=" + value));
        try (ConfigurableApplicationContext context =
                new SpringApplicationBuilder(PracticeNetworkApplication.class).run(settings.toArray(String[]::new))) {
            MockMvc mvc = MockMvcBuilders.webAppContextSetup((WebApplicationContext) context)
                    .build();
            JsonMapper json = context.getBean(JsonMapper.class);
            for (String network : List.of("hearthside", "shortwave")) {
                Caller caller = new Caller(mvc, json, network);
                caller.account("same", "GBP", "Europe/London", "same.example");
                String picture = caller.picture(1200, 1200);
                for (int age = 20; age < 50; age += 10) {
                    AudienceDefinition aged =
                            AudienceDefinition.everyoneIn("GB").aged(new AgeRange(age, age + 9));
                    caller.live(
                            campaign("same", "traffic"),
                            with(group("", aged, 4000), "name", "G" + age),
                            List.of(creative("same", picture, "One"), creative("same", picture, "Two")));
                }
                if (network.equals("hearthside")) {
                    caller.live(
                            campaign("same", "messages"),
                            group("", AudienceDefinition.everyoneIn("GB"), 4000),
                            List.of(with(
                                    creative("same", picture, "Ask us"),
                                    "format",
                                    "chat",
                                    "chat",
                                    Map.of("greeting", "Hello", "replies", List.of("Hi", "Who?")))));
                }
                caller.move(30);
            }
            JdbcTemplate jdbc = context.getBean(JdbcTemplate.class);
            List<String> left = new ArrayList<>();
            for (String table : List.of("hour_report", "late_event", "reach_day", "tie_day", "chat_thread")) {
                left.addAll(jdbc.queryForList(
                        "select md5(t::text) from " + table + " t order by t::text collate \"C\"", String.class));
            }
            return left;
        }
    }
}
