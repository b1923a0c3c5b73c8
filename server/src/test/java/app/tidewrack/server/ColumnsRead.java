package app.tidewrack.server;

import java.util.List;
import java.util.function.BiConsumer;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/** Reads a table of columns as whoever draws it does. */
final class ColumnsRead {
    private ColumnsRead() {}

    static ArrayNode lines(JsonNode table) {
        JsonNodeFactory make = JsonNodeFactory.instance;
        ArrayNode lines = make.arrayNode();
        for (int i = 0; i < table.get("lines").asInt(); i++) {
            ObjectNode line = lines.addObject();
            line.put("currency", word(table.get("currency"), i));
            ArrayNode keys = line.putArray("keys");
            for (JsonNode key : table.get("keys")) {
                keys.add(word(key, i));
            }
            line.putObject("values");
            line.putArray("sought");
            line.putObject("coming");
            JsonNode temperatures = table.get("temperatures");
            line.set(
                    "temperatures",
                    temperatures.get("sets").get(temperatures.get("of").get(i).asInt()));
        }
        for (JsonNode number : table.get("numbers")) {
            each(
                    number,
                    number.get("values").size(),
                    (place, i) -> ((ObjectNode) lines.get(place).get("values"))
                            .set(
                                    number.get("code").asString(),
                                    number.get("values").get(i)));
        }
        for (JsonNode sought : table.get("sought")) {
            each(sought, sought.get("counts").size(), (place, i) -> {
                ObjectNode one = ((ArrayNode) lines.get(place).get("sought")).addObject();
                one.set("code", sought.get("code"));
                one.set("words", sought.get("words"));
                one.set("count", sought.get("counts").get(i));
                one.set("spendMinor", sought.get("spendMinor").get(i));
                one.putNull("coming");
            });
            JsonNode coming = sought.get("coming");
            for (int i = 0; i < coming.path("at").size(); i++) {
                for (JsonNode of : lines.get(coming.get("at").get(i).asInt()).get("sought")) {
                    if (of.get("code").equals(sought.get("code"))) {
                        ((ObjectNode) of).set("coming", coming(coming, i));
                    }
                }
            }
        }
        for (JsonNode coming : table.get("coming")) {
            each(
                    coming,
                    coming.get("about").size(),
                    (place, i) -> ((ObjectNode) lines.get(place).get("coming"))
                            .set(coming.get("code").asString(), coming(coming, i)));
        }
        return lines;
    }

    private static ObjectNode coming(JsonNode column, int i) {
        ObjectNode one = JsonNodeFactory.instance.objectNode();
        for (String part : List.of("about", "from", "to")) {
            one.set(part, column.get(part).get(i));
        }
        return one;
    }

    private static String word(JsonNode column, int line) {
        return column.get("words").get(column.get("of").get(line).asInt()).asString();
    }

    private static void each(JsonNode column, int size, BiConsumer<Integer, Integer> take) {
        JsonNode at = column.get("at");
        for (int i = 0; i < size; i++) {
            take.accept(at == null || at.isNull() ? i : at.get(i).asInt(), i);
        }
    }
}
