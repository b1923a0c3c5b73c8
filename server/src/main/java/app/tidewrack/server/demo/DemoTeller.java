package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.server.clock.ClockDesk;
import app.tidewrack.server.network.Networks;
import java.io.IOException;
import java.io.InputStream;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.function.BooleanSupplier;
import java.util.function.IntConsumer;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.MissingNode;

/**
 * Tells the story of {@code demo/story.json} through the same services that serve the browser: what it launches is really launched, and
 * its results come from the practice network.
 */
@Component
@RequiredArgsConstructor
class DemoTeller {
    private final DemoSteps steps;
    private final ClockDesk clock;
    private final Networks networks;
    private final JsonMapper json;

    /** @param begins the day on the practice clock on which it is written to begin; told later, all its days are later by whole weeks */
    record Story(LocalDate begins, List<Chapter> chapters) {}

    /**
     * Part of the story.
     *
     * @param days that pass on the networks while its files are told
     * @param files of steps, in their order
     */
    record Chapter(int days, List<String> files) {}

    /** How many steps there are. */
    int steps() {
        return story().chapters().stream()
                .flatMap(c -> c.files().stream())
                .mapToInt(f -> read(f).get("steps").size())
                .sum();
    }

    private Story story() {
        return json.treeToValue(read("story.json"), Story.class);
    }

    /**
     * @param beside who has real clients already, and will be a buyer of the made-up ones, whose people then never sign in; null on an
     *     empty installation
     * @param told after each step, how many there were
     */
    void tell(@Nullable String beside, IntConsumer told) throws InterruptedException {
        await(this::networkAnswers);
        Story story = story();
        JsonNode defaults = read("defaults.json");
        LocalDate today = networks.now().atOffset(ZoneOffset.UTC).toLocalDate();
        DemoNames names = new DemoNames(Math.max(0, ChronoUnit.WEEKS.between(story.begins(), today)));
        DemoSteps.Telling telling = steps.new Telling(names, beside);
        int count = 0;
        for (Chapter chapter : story.chapters()) {
            String move =
                    chapter.days() == 0 ? null : clock.move(24 * chapter.days()).id();
            for (String file : chapter.files()) {
                JsonNode content = read(file);
                String client = content.path("client").asString("");
                for (JsonNode step : content.get("steps")) {
                    String of = step.path("client").asString(client);
                    telling.take(of, DemoNames.completed(step, usual(defaults, step)));
                    told.accept(++count);
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
