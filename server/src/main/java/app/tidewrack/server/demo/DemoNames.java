package app.tidewrack.server.demo;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * What the demo's files call by name and the application by an id. A file says {@code ${audience:Knitters}}; each client has names
 * of its own.
 */
final class DemoNames {
    private static final Pattern NAMED = Pattern.compile("\\$\\{([^}]+)\\}");

    private static final Pattern DAY = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}");

    private final Map<String, Map<String, String>> ids = new HashMap<>();
    private final long weeksLater;

    /** @param weeksLater by how many the days are later than the files say */
    DemoNames(long weeksLater) {
        this.weeksLater = weeksLater;
    }

    void learn(String client, String name, String id) {
        ids.computeIfAbsent(client, c -> new HashMap<>()).put(name, id);
    }

    /**
     * The same with an id for each name.
     *
     * @throws IllegalArgumentException when nothing before had the name
     */
    JsonNode resolve(String client, JsonNode told) {
        if (told instanceof ObjectNode object) {
            ObjectNode resolved = JsonNodeFactory.instance.objectNode();
            object.properties().forEach(p -> resolved.set(p.getKey(), resolve(client, p.getValue())));
            return resolved;
        }
        if (told instanceof ArrayNode array) {
            ArrayNode resolved = JsonNodeFactory.instance.arrayNode();
            array.forEach(item -> resolved.add(resolve(client, item)));
            return resolved;
        }
        if (!told.isString()) {
            return told;
        }
        if (DAY.matcher(told.stringValue()).matches()) {
            LocalDate day = LocalDate.parse(told.stringValue()).plusWeeks(weeksLater);
            return JsonNodeFactory.instance.stringNode(day.toString());
        }
        return JsonNodeFactory.instance.stringNode(NAMED.matcher(told.stringValue())
                .replaceAll(found -> Matcher.quoteReplacement(id(client, found.group(1)))));
    }

    private String id(String client, String name) {
        String id = ids.getOrDefault(client, Map.of()).get(name);
        if (id == null) {
            throw new IllegalArgumentException("The demo of %s has no “%s” before this step.".formatted(client, name));
        }
        return id;
    }

    /** What is told, and for what it leaves out what is usual. */
    static JsonNode completed(JsonNode told, JsonNode usual) {
        if (!(told instanceof ObjectNode given) || !(usual instanceof ObjectNode defaults)) {
            return told;
        }
        ObjectNode whole = defaults.deepCopy();
        given.properties().forEach(p -> {
            JsonNode before = defaults.get(p.getKey());
            whole.set(p.getKey(), before == null ? p.getValue() : completed(p.getValue(), before));
        });
        return whole;
    }
}
