package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.server.clock.ClockDesk;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.PersonMapper;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.function.BooleanSupplier;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;

/**
 * Fills an empty installation with the made-up agency of {@code demo/story.json}, through the same services that serve the
 * browser: what it launches is really launched, and its results come from the practice network.
 */
@Component
@ConditionalOnProperty("tidewrack.demo")
@RequiredArgsConstructor
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    private final PersonMapper people;
    private final DemoSteps steps;
    private final ClockDesk clock;
    private final Networks networks;
    private final JsonMapper json;

    /**
     * Part of the story.
     *
     * @param days that pass on the networks while its files are told
     * @param files of steps, in their order
     */
    record Chapter(int days, List<String> files) {}

    @Override
    public void run(ApplicationArguments arguments) throws InterruptedException {
        if (people.count() > 0) {
            return;
        }
        LOG.info("Loading the demo agency");
        await(this::networkAnswers);
        tell(List.of(json.treeToValue(read("story.json"), Chapter[].class)));
        LOG.info("The demo agency is loaded");
    }

    private void tell(List<Chapter> chapters) throws InterruptedException {
        JsonNode defaults = read("defaults.json");
        DemoSteps.Telling telling = steps.new Telling();
        for (Chapter chapter : chapters) {
            String move =
                    chapter.days() == 0 ? null : clock.move(24 * chapter.days()).id();
            for (String file : chapter.files()) {
                JsonNode told = read(file);
                String client = told.path("client").asString("");
                for (JsonNode step : told.get("steps")) {
                    String of = step.path("client").asString(client);
                    telling.take(of, DemoNames.completed(step, usual(defaults, step)));
                }
            }
            await(() -> move == null || !clock.view(move).state().equals("RUNNING"));
            await(telling::settled);
        }
    }

    private static JsonNode usual(JsonNode defaults, JsonNode step) {
        JsonNode usual = defaults.get(step.get("do").stringValue());
        return usual == null ? MissingNode.getInstance() : usual;
    }

    private JsonNode read(String file) {
        try (InputStream from = new ClassPathResource("demo/" + file).getInputStream()) {
            return json.readTree(from);
        } catch (IOException e) {
            throw new IllegalStateException("The demo's " + file + " is missing", e);
        }
    }

    /** Both processes start at the same time; the demo needs the network's cities and people. */
    private boolean networkAnswers() {
        try {
            networks.now();
            return true;
        } catch (NetworkAway away) {
            return false;
        }
    }

    private static void await(BooleanSupplier done) throws InterruptedException {
        Instant end = Instant.now().plus(Duration.ofMinutes(3));
        while (!done.getAsBoolean()) {
            if (Instant.now().isAfter(end)) {
                throw new IllegalStateException("The demo did not load within 3 minutes; see the logs.");
            }
            Thread.sleep(200);
        }
    }
}
