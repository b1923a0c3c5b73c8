package app.tidewrack.e2e;

import com.google.gson.JsonArray;
import com.google.gson.JsonElement;
import com.google.gson.JsonNull;
import com.google.gson.JsonObject;
import com.google.gson.JsonPrimitive;
import java.math.BigDecimal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Requests that no browser makes, made of the description of the API: a body as it is described, or one that is broken in a place, on
 * things that are there or are not.
 */
final class Hostile {
    /** A part of an address of which something stands for a value, such as {@code lines.{form}}. */
    private static final Pattern VARIABLE = Pattern.compile("([^{]*)\\{(\\w+)\\}(.*)");

    private static final int DEEPEST = 6;

    /** Put into an address as they are. */
    private static final List<String> ODD_PARTS = List.of(
            "x",
            "%00",
            "a%2Fb",
            "%ff",
            "%ed%a0%80",
            "..",
            "%252e",
            "%E2%80%AE",
            "'%20or%201=1",
            "1".repeat(3_000),
            "%7B%7D",
            "-1");

    private static final List<String> ODD_TEXTS = List.of(
            "",
            " ",
            "\u0000",
            "\ud800",
            "\uffff",
            "\u200b\u2060",
            "\u202egpj",
            "=1+1",
            "'; drop table plan; --",
            "<img src=x onerror=alert(1)>",
            "{{7*7}}${7*7}",
            "a".repeat(70_000),
            "👍🏽".repeat(400),
            "999999999-12-31",
            "2027-02-30",
            "../../etc/passwd",
            "NaN",
            "null");

    private static final List<String> ODD_NUMBERS = List.of(
            "0",
            "-1",
            "1e308",
            "-1e308",
            "1e-320",
            "2147483648",
            "-9223372036854775809",
            "9223372036854775807",
            "0.1",
            "1e999999999");

    private final JsonObject description;
    private final Random random;
    private final Map<String, List<String>> known = new HashMap<>();
    private final List<Operation> operations = new ArrayList<>();
    private String client = "";

    /** @param path with its parameters in braces */
    record Operation(String method, String path, JsonObject told) {}

    /**
     * @param content null for none; bytes for a file
     * @param broken whether something in it was made wrong on purpose
     */
    record Sent(Operation operation, String address, String type, byte[] content, boolean broken) {}

    Hostile(JsonObject description, long seed) {
        this.description = description;
        random = new Random(seed);
        description
                .getAsJsonObject("paths")
                .entrySet()
                .forEach(path -> path.getValue()
                        .getAsJsonObject()
                        .entrySet()
                        .forEach(o -> operations.add(new Operation(
                                o.getKey().toUpperCase(),
                                path.getKey(),
                                o.getValue().getAsJsonObject()))));
    }

    List<Operation> operations() {
        return operations;
    }

    /** From here on it is about this client. */
    Hostile at(String clientId) {
        client = clientId;
        return this;
    }

    private boolean isKnown(String name) {
        return known.containsKey(client + " " + name);
    }

    /** Remembers ids, names and codes of an answer, so that requests hit something. */
    void learn(String name, JsonElement answer) {
        if (answer.isJsonArray()) {
            answer.getAsJsonArray().forEach(e -> learn(name, e));
        } else if (answer.isJsonObject()) {
            answer.getAsJsonObject().entrySet().forEach(e -> learn(e.getKey(), e.getValue()));
        } else if (answer.isJsonPrimitive() && answer.getAsString().length() <= 100) {
            List<String> values = known.computeIfAbsent(client + " " + name, n -> new ArrayList<>());
            if (values.size() < 300 && !values.contains(answer.getAsString())) {
                values.add(answer.getAsString());
            }
        }
    }

    /** Something of that name that is there, or an odd one. */
    String some(String name) {
        List<String> values = known.getOrDefault(client + " " + name, known.getOrDefault(client + " id", List.of("x")));
        return values.get(random.nextInt(values.size()));
    }

    /** One of the list that the address names before it, as a rule. */
    private String there(String name, String list) {
        return isKnown(list) && random.nextInt(8) > 0 ? some(list) : some(name);
    }

    /** Remembers the ids of a list by its name in addresses. */
    void learnList(String list, JsonElement answer) {
        if (answer.isJsonArray()) {
            answer.getAsJsonArray().forEach(e -> learnList(list, e));
        } else if (answer.isJsonObject()) {
            JsonObject object = answer.getAsJsonObject();
            for (String id : List.of("id", "sha256", "code")) {
                if (object.has(id)) {
                    learn(list, object.get(id));
                    return;
                }
            }
            object.entrySet().forEach(e -> learnList(list, e.getValue()));
        }
    }

    /** @param odd how often, from 0 to 1, something is made wrong */
    Sent request(Operation operation, double odd) {
        boolean breaks = random.nextDouble() < odd;
        String address = address(operation, breaks && random.nextInt(4) == 0);
        JsonObject body = operation.told().getAsJsonObject("requestBody");
        if (body == null) {
            boolean file = operation.method().equals("POST")
                    && (operation.path().endsWith("/media")
                            || operation.path().contains("/lists")
                            || operation.path().endsWith("/hand-over"));
            return file
                    ? new Sent(operation, address, "application/octet-stream", HostileFiles.any(random), true)
                    : new Sent(operation, address, "application/json", null, breaks);
        }
        JsonObject schema = body.getAsJsonObject("content")
                .getAsJsonObject("application/json")
                .getAsJsonObject("schema");
        JsonElement valid = value(schema, "", 0);
        if (!breaks) {
            return new Sent(operation, address, "application/json", bytes(valid.toString()), false);
        }
        String type = random.nextInt(25) == 0
                ? oneOf(List.of("*/*", "text/plain", "application/xml", "a/b;c=\""))
                : "application/json";
        return new Sent(operation, address, type, broken(valid), true);
    }

    private byte[] broken(JsonElement valid) {
        return switch (random.nextInt(12)) {
            case 0 -> bytes("[".repeat(2_000));
            case 1 -> bytes(valid.toString().substring(0, valid.toString().length() / 2));
            case 2 -> new byte[] {(byte) 0xff, (byte) 0xfe, 0, '{'};
            case 3 -> bytes("");
            case 4 -> bytes(random.nextInt(20) == 0 ? "\"" + "a".repeat(25_000_000) + "\"" : "{\"a\":".repeat(200));
            default -> {
                List<Runnable> places = new ArrayList<>();
                JsonElement[] whole = {valid};
                collect(valid, v -> whole[0] = v, places);
                int times = 1 + random.nextInt(3);
                for (int i = 0; i < times; i++) {
                    places.get(random.nextInt(places.size())).run();
                }
                yield bytes(whole[0].toString());
            }
        };
    }

    private interface Put {
        void put(JsonElement value);
    }

    /** Every place of a body at which something else can stand. */
    private void collect(JsonElement at, Put put, List<Runnable> places) {
        places.add(() -> put.put(odd(at)));
        if (at.isJsonObject()) {
            JsonObject object = at.getAsJsonObject();
            for (String name : List.copyOf(object.keySet())) {
                collect(object.get(name), v -> object.add(name, v), places);
                places.add(() -> object.remove(name));
            }
            places.add(() -> object.addProperty(oneOf(ODD_TEXTS), 1));
        } else if (at.isJsonArray()) {
            JsonArray array = at.getAsJsonArray();
            for (int i = 0; i < array.size(); i++) {
                int place = i;
                collect(
                        array.get(i),
                        v -> {
                            if (place < array.size()) {
                                array.set(place, v);
                            }
                        },
                        places);
            }
            places.add(() -> array.add(JsonNull.INSTANCE));
            places.add(() -> {
                JsonElement first = array.isEmpty() ? new JsonPrimitive("x") : array.get(0);
                int many = random.nextInt(8) == 0 ? 20_000 : 600;
                for (int i = 0; i < many; i++) {
                    array.add(first);
                }
            });
        }
    }

    private JsonElement odd(JsonElement instead) {
        return switch (random.nextInt(7)) {
            case 0 -> JsonNull.INSTANCE;
            case 1 -> new JsonPrimitive(oneOf(ODD_TEXTS));
            case 2 -> new JsonPrimitive(new BigDecimal(oneOf(ODD_NUMBERS)));
            case 3 -> new JsonPrimitive(random.nextBoolean());
            case 4 -> new JsonArray();
            case 5 -> new JsonObject();
            default -> {
                JsonArray wrapped = new JsonArray();
                wrapped.add(instead.deepCopy());
                yield wrapped;
            }
        };
    }

    private String address(Operation operation, boolean odd) {
        StringBuilder address = new StringBuilder();
        String before = "";
        for (String part : operation.path().substring(1).split("/")) {
            Matcher variable = VARIABLE.matcher(part);
            String name = variable.matches() ? variable.group(2) : "";
            String value = name.isEmpty() || name.equals("clientId")
                    ? part
                    : variable.group(1) + escaped(there(name, before)) + variable.group(3);
            before = part;
            address.append('/').append(odd && !name.isEmpty() && random.nextBoolean() ? oneOf(ODD_PARTS) : value);
        }
        JsonArray parameters = operation.told().getAsJsonArray("parameters");
        String sign = "?";
        for (JsonElement p : parameters == null ? new JsonArray() : parameters) {
            JsonObject parameter = p.getAsJsonObject();
            if (parameter.get("in").getAsString().equals("query") && random.nextInt(8) > 0) {
                String name = parameter.get("name").getAsString();
                JsonElement value = value(parameter.getAsJsonObject("schema"), name, 0);
                String text = value.isJsonPrimitive() ? value.getAsString() : some(name);
                address.append(sign).append(name).append('=').append(odd ? oneOf(ODD_PARTS) : escaped(text));
                sign = "&";
            }
        }
        return address.toString();
    }

    private static String escaped(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8).replace("+", "%20");
    }

    /** A value as it is described. */
    private JsonElement value(JsonObject schema, String name, int depth) {
        if (schema.has("$ref")) {
            String type = schema.get("$ref").getAsString().replace("#/components/schemas/", "");
            return value(
                    description
                            .getAsJsonObject("components")
                            .getAsJsonObject("schemas")
                            .getAsJsonObject(type),
                    name,
                    depth);
        }
        for (String choice : List.of("oneOf", "anyOf")) {
            if (schema.has(choice)) {
                return chosen(schema, schema.getAsJsonArray(choice), name, depth);
            }
        }
        if (schema.has("enum")) {
            JsonArray values = schema.getAsJsonArray("enum");
            return values.get(random.nextInt(values.size()));
        }
        JsonElement told = schema.get("type");
        String type = told == null
                ? "object"
                : told.isJsonArray() ? told.getAsJsonArray().get(0).getAsString() : told.getAsString();
        boolean nullable = told != null && told.isJsonArray();
        if (nullable && random.nextBoolean()) {
            return JsonNull.INSTANCE;
        }
        return switch (type) {
            case "integer" -> new JsonPrimitive(random.nextInt(40));
            case "number" -> new JsonPrimitive(random.nextInt(1_000) / 100.0);
            case "boolean" -> new JsonPrimitive(random.nextBoolean());
            case "array" -> array(schema, name, depth);
            case "string" -> new JsonPrimitive(text(schema, name));
            case "null" -> JsonNull.INSTANCE;
            default -> object(schema, depth);
        };
    }

    private JsonElement chosen(JsonObject schema, JsonArray choices, String name, int depth) {
        JsonObject one = choices.get(random.nextInt(choices.size())).getAsJsonObject();
        JsonElement value = value(one, name, depth);
        JsonObject kinds = schema.getAsJsonObject("discriminator");
        if (kinds != null && value.isJsonObject() && one.has("$ref")) {
            kinds.getAsJsonObject("mapping").entrySet().stream()
                    .filter(m -> m.getValue().equals(one.get("$ref")))
                    .forEach(m -> value.getAsJsonObject()
                            .addProperty(kinds.get("propertyName").getAsString(), m.getKey()));
        }
        return value;
    }

    private JsonArray array(JsonObject schema, String name, int depth) {
        JsonArray array = new JsonArray();
        int many = depth > DEEPEST ? 0 : random.nextInt(3);
        for (int i = 0; i < many; i++) {
            array.add(value(schema.getAsJsonObject("items"), name.replaceFirst("s$", ""), depth + 1));
        }
        return array;
    }

    private JsonObject object(JsonObject schema, int depth) {
        JsonObject object = new JsonObject();
        if (schema.has("properties")) {
            schema.getAsJsonObject("properties").entrySet().forEach(p -> {
                if (depth <= DEEPEST || isRequired(schema, p.getKey())) {
                    object.add(p.getKey(), value(p.getValue().getAsJsonObject(), p.getKey(), depth + 1));
                }
            });
        }
        if (schema.has("additionalProperties")
                && schema.get("additionalProperties").isJsonObject()) {
            object.add(some("id"), value(schema.getAsJsonObject("additionalProperties"), "", depth + 1));
        }
        return object;
    }

    private static boolean isRequired(JsonObject schema, String name) {
        return schema.has("required") && schema.getAsJsonArray("required").contains(new JsonPrimitive(name));
    }

    private String text(JsonObject schema, String name) {
        String format = schema.has("format") ? schema.get("format").getAsString() : "";
        return switch (format) {
            case "date" -> "2027-0%d-1%d".formatted(1 + random.nextInt(9), random.nextInt(9));
            case "date-time" -> "2027-03-1%dT0%d:00:00Z".formatted(random.nextInt(9), random.nextInt(9));
            default ->
                isKnown(name) || name.endsWith("Id")
                        ? some(name)
                        : oneOf(List.of("Wool", "http://a.example/x", "%s", "GB", "GBP"));
        };
    }

    private <T> T oneOf(List<T> values) {
        return values.get(random.nextInt(values.size()));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
