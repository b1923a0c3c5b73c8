package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.e2e.Hostile.Operation;
import app.tidewrack.e2e.Hostile.Sent;
import com.google.gson.JsonElement;
import com.google.gson.JsonObject;
import com.google.gson.JsonParser;
import com.google.gson.JsonPrimitive;
import com.google.gson.JsonSyntaxException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

/**
 * Whatever is sent, the server says what is wrong with it and lives: last of all journeys, since it leaves nothing as it was. So many
 * requests by {@code -Dtidewrack.hostile}, of a seed by {@code -Dtidewrack.seed}.
 */
class WhateverIsSentIT {
    private static final List<String> CLIENTS = List.of("oddment", "saltmarsh", "copperline");
    private static final long LONGEST_MILLIS = 15_000;

    /** What would end the run, or take its time by right: it is only sent broken. */
    private static final Set<String> ONLY_BROKEN = Set.of(
            "/api/agency/clients/{client}/erased",
            "/api/agency/people/{personId}",
            "/api/agency/people/{personId}/clients/{client}",
            "/api/me/name",
            "/api/me/password",
            "/api/clock/moves");

    /** What needs nothing to be sent, and after which nobody, or nothing, would be here any more. */
    private static final Set<String> NEVER = Set.of(
            "DELETE /api/session",
            "DELETE /api/me/sessions/{sessionId}",
            "DELETE /api/agency/clients/{client}",
            "DELETE /api/agency/training",
            "POST /api/agency/training");

    @Test
    void theServerAnswersAndLives() throws Exception {
        int many = Integer.getInteger("tidewrack.hostile", 1_000);
        long seed = Long.getLong("tidewrack.seed", 20);
        Calls ines = new Calls(Installation.URL, "ines@withyandoar.example");
        Calls tove = new Calls(Installation.URL, "tove@withyandoar.example");
        Hostile hostile = new Hostile(ines.get("/api/description").getAsJsonObject(), seed);
        Random random = new Random(seed);
        learn(hostile, ines);
        Map<String, Integer> statuses = new TreeMap<>();
        List<String> faults = new ArrayList<>();
        List<Long> millis = new ArrayList<>();
        for (int i = 0; i < many; i++) {
            Operation operation =
                    hostile.operations().get(random.nextInt(hostile.operations().size()));
            boolean streams = operation.path().endsWith("/progress");
            if (streams || NEVER.contains(operation.method() + " " + operation.path())) {
                continue;
            }
            String client = CLIENTS.get(random.nextInt(CLIENTS.size()));
            Sent sent = hostile.at(client).request(operation, ONLY_BROKEN.contains(operation.path()) ? 1 : 0.7);
            long begun = System.nanoTime();
            HttpResponse<byte[]> answer = (random.nextInt(6) == 0 ? tove : ines)
                    .raw(operation.method(), sent.address().replace("{clientId}", client), sent.type(), sent.content());
            long took = (System.nanoTime() - begun) / 1_000_000;
            millis.add(took);
            statuses.merge(String.valueOf(answer.statusCode()), 1, Integer::sum);
            String fault = fault(answer, took);
            if (!fault.isEmpty()) {
                faults.add("%d: %s %s %s%n%s%n%s"
                        .formatted(
                                i, fault, operation.method(), shown(sent.address()), content(sent), content(answer)));
            }
        }
        millis.sort(null);
        System.out.printf(
                "%,d hostile requests of seed %d: %s; longest %d ms, 99th of 100 %d ms%n",
                millis.size(), seed, statuses, millis.get(millis.size() - 1), millis.get(millis.size() * 99 / 100));
        assertThat(faults).as(() -> String.join("\n\n", faults)).isEmpty();
        everythingCanStillBeRead(hostile, ines);
    }

    private static void learn(Hostile hostile, Calls person) throws Exception {
        for (String client : CLIENTS) {
            hostile.at(client);
            for (String path : List.of(
                    "",
                    "/plans",
                    "/audiences",
                    "/creatives",
                    "/media",
                    "/forms",
                    "/sources",
                    "/briefs",
                    "/tests",
                    "/leads",
                    "/results/offer",
                    "/naming",
                    "/playbook",
                    "/networks",
                    "/people",
                    "/on-networks")) {
                JsonElement answer = person.get("/api/clients/" + client + path);
                hostile.learn("", answer);
                hostile.learnList(path.replaceFirst(".*/", ""), answer);
            }
            for (var plan : person.get("/api/clients/" + client + "/plans").getAsJsonArray()) {
                String id = Calls.id(plan);
                JsonObject view =
                        person.get("/api/clients/" + client + "/plans/" + id).getAsJsonObject();
                view.getAsJsonArray("campaigns").forEach(c -> {
                    hostile.learn("campaignId", c.getAsJsonObject().get("id"));
                    c.getAsJsonObject()
                            .getAsJsonArray("rows")
                            .forEach(r ->
                                    hostile.learn("rowId", r.getAsJsonObject().get("id")));
                    c.getAsJsonObject()
                            .getAsJsonArray("columns")
                            .forEach(r -> hostile.learn(
                                    "columnId", r.getAsJsonObject().get("id")));
                });
                hostile.learn("planId", new JsonPrimitive(id));
            }
        }
    }

    /** Empty when it is as it should be. */
    private static String fault(HttpResponse<byte[]> answer, long millis) {
        int status = answer.statusCode();
        if (status >= 500) {
            return "answered " + status;
        }
        if (millis > LONGEST_MILLIS) {
            return "took %d ms, answered %d".formatted(millis, status);
        }
        if (status < 400) {
            return "";
        }
        String type = answer.headers().firstValue("Content-Type").orElse("");
        try {
            JsonObject problem = JsonParser.parseString(new String(answer.body(), StandardCharsets.UTF_8))
                    .getAsJsonObject();
            boolean told = type.startsWith("application/problem+json")
                    && problem.get("status").getAsInt() == status
                    && !problem.get("detail").getAsString().isBlank();
            if (told && status == 400 && !problem.has("field")) {
                return "no field";
            }
            return told ? "" : "no problem detail, " + type;
        } catch (JsonSyntaxException | IllegalStateException | NullPointerException e) {
            return "no problem detail, " + type;
        }
    }

    private static String content(HttpResponse<byte[]> answer) {
        return shown(new String(answer.body(), StandardCharsets.UTF_8));
    }

    private static String content(Sent sent) {
        return sent.content() == null ? "" : shown(new String(sent.content(), StandardCharsets.UTF_8));
    }

    private static String shown(String text) {
        return text.length() <= 1_500 ? text : text.substring(0, 1_500) + "…";
    }

    /** Nothing that was stored on the way makes a page of the client unreadable. */
    private static void everythingCanStillBeRead(Hostile hostile, Calls person) throws Exception {
        assertThat(person.raw("GET", "/actuator/health/readiness", "application/json", null)
                        .statusCode())
                .isEqualTo(200);
        for (Operation operation : hostile.operations()) {
            if (!operation.method().equals("GET") || operation.path().endsWith("/progress")) {
                continue;
            }
            for (String client : CLIENTS) {
                String address =
                        hostile.at(client).request(operation, 0).address().replace("{clientId}", client);
                assertThat(person.raw("GET", address, "application/json", null).statusCode())
                        .as(address)
                        .isLessThan(500);
            }
        }
    }
}
