package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import java.time.Duration;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;

/** Launches of 300 ads on a network that does everything wrong, and by two servers of which one is killed. */
@TestMethodOrder(OrderAnnotation.class)
class FaultRunIT {
    private static final int ROWS = 10;
    private static final int COLUMNS = 30;

    /** Hearthside's lowest: what runs on an account counts for its daily limit, and other journeys launch there too. */
    private static final String DAILY = "5";

    private static final List<String> KINDS = List.of("CREATE", "CHANGE", "MEDIA", "ACCOUNTS");
    private static final List<String> MODES =
            List.of("SLOW", "REFUSE", "RATE_LIMIT", "LOSE_ANSWER", "DOWN", "GARBAGE", "TOO_LARGE");
    private static final Duration LONGEST = Duration.ofMinutes(5);

    @AfterEach
    void clearFaults() throws Exception {
        for (String kind : KINDS) {
            Installation.practice("DELETE", "/console/faults/" + kind, null);
        }
    }

    /** Seed by {@code -Dtidewrack.seed}, else a new one each time; whichever it is, nothing is doubled or lost. */
    @Test
    @Order(1)
    void everyFaultOfTheNetworkLeavesWhatThePlanWants() throws Exception {
        long seed = Long.getLong("tidewrack.seed", System.nanoTime() % 1_000_000);
        System.out.println("Faults of seed " + seed);
        Random random = new Random(seed);
        Calls ines = new Calls(Installation.URL, "ines@withyandoar.example");
        Calls.Sheet sheet = ines.sheet("oddmenths", "Faults " + seed, ROWS, COLUMNS, DAILY);
        String launch = ines.launch(sheet);
        // Every mode once and in any order, then a few more, before the network is well again.
        for (int i = 0; i < MODES.size() + 5; i++) {
            String mode = i < MODES.size() ? MODES.get(i) : MODES.get(random.nextInt(MODES.size()));
            String kind = random.nextInt(3) == 0 ? KINDS.get(random.nextInt(KINDS.size())) : "CREATE";
            int every =
                    mode.equals("DOWN") || mode.equals("RATE_LIMIT") ? 1 + random.nextInt(2) : 2 + random.nextInt(4);
            Installation.practice(
                    "PUT", "/console/faults/" + kind, Map.of("mode", mode, "every", every, "slowMillis", 700));
            Thread.sleep(400 + random.nextInt(900));
            again(ines, launch);
        }
        clearFaults();
        long end = System.nanoTime() + LONGEST.toNanos();
        while (!ines.state(launch).equals("DONE")) {
            assertThat(System.nanoTime()).as("seed %d", seed).isLessThan(end);
            again(ines, launch);
            Thread.sleep(500);
        }
        requireAll(ines, sheet, "seed " + seed);
    }

    private static void again(Calls person, String launch) throws Exception {
        if (person.state(launch).equals("INCOMPLETE")) {
            person.post("/api/clients/oddment/launches/" + launch + "/send-again", Map.of());
        }
    }

    /** The network has exactly what the sheet says: each ad once, under its name, and none beside. */
    private static void requireAll(Calls person, Calls.Sheet sheet, String as) throws Exception {
        String campaign = "/api/clients/oddment/plans/" + sheet.planId() + "/campaigns/" + sheet.campaignId();
        JsonObject names = person.get(campaign + "/names").getAsJsonObject();
        Set<String> wanted = new HashSet<>();
        for (JsonElement row : names.getAsJsonArray("rows")) {
            row.getAsJsonObject().getAsJsonArray("ads").forEach(a -> wanted.add(a.getAsString()));
        }
        String name = names.get("campaign").getAsString();
        JsonArray all = new JsonArray();
        String after = "";
        JsonArray page;
        do {
            page = Installation.practice(
                            "GET", "/networks/hearthside/campaigns?account=oddment-oddmenths&after=" + after, null)
                    .getAsJsonArray();
            all.addAll(page);
            after = page.isEmpty() ? "" : Calls.id(page.get(page.size() - 1));
        } while (!page.isEmpty());
        List<String> ids = all.asList().stream()
                .filter(c -> c.getAsJsonObject()
                        .getAsJsonObject("order")
                        .get("name")
                        .getAsString()
                        .equals(name))
                .map(Calls::id)
                .toList();
        assertThat(ids).as(as).hasSize(1);
        JsonObject whole = Installation.practice("GET", "/networks/hearthside/campaigns/" + ids.get(0) + "/whole", null)
                .getAsJsonObject();
        List<String> live = whole.getAsJsonArray("ads").asList().stream()
                .map(a -> a.getAsJsonObject().getAsJsonObject("ad"))
                .map(a -> a.getAsJsonObject("order").get("name").getAsString())
                .toList();
        assertThat(whole.getAsJsonArray("adGroups")).as(as).hasSize(ROWS);
        assertThat(live).as(as).containsExactlyInAnyOrderElementsOf(wanted);
        JsonObject looked = person.post(campaign + "/look", Map.of()).getAsJsonObject();
        assertThat(looked.getAsJsonArray("changes")).as(as).isEmpty();
        assertThat(looked.getAsJsonArray("drift")).as(as).isEmpty();
    }

    @Test
    @Order(2)
    void twoServersShareALaunchAndKillingOneEndsItAllTheSame() throws Exception {
        Calls ines = new Calls(Installation.URL, "ines@withyandoar.example");
        Calls.Sheet sheet = ines.sheet("oddmenths", "Two servers " + System.nanoTime() % 10_000, ROWS, COLUMNS, DAILY);
        Installation.practice("PUT", "/console/faults/CREATE", Map.of("mode", "SLOW", "every", 1, "slowMillis", 150));
        try (Installation.SecondServer second = Installation.secondServer()) {
            Calls there = new Calls(second.url(), "ines@withyandoar.example");
            String launch = there.launch(sheet);
            long end = System.nanoTime() + LONGEST.toNanos();
            // Whichever server asks first takes the first changes; both have some before one is killed.
            while (done(ines, launch) < 40 || second.changes() == 0) {
                assertThat(System.nanoTime()).isLessThan(end);
                assertThat(ines.state(launch))
                        .as("before the second server did any")
                        .isEqualTo("RUNNING");
                Thread.sleep(100);
            }
            second.kill();
            assertThat(ines.state(launch)).isEqualTo("RUNNING");
            clearFaults();
            while (!ines.state(launch).equals("DONE")) {
                assertThat(System.nanoTime()).isLessThan(end);
                again(ines, launch);
                Thread.sleep(300);
            }
        }
        requireAll(ines, sheet, "two servers");
    }

    private static long done(Calls person, String launch) throws Exception {
        return person
                .get("/api/clients/oddment/launches/" + launch)
                .getAsJsonObject()
                .getAsJsonArray("changes")
                .asList()
                .stream()
                .filter(c -> c.getAsJsonObject().get("state").getAsString().equals("DONE"))
                .count();
    }
}
