package app.tidewrack.server.trail;

import java.io.IOException;
import java.io.InputStream;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What each deed is called; the trail keeps which operation it was, so that old lines read as new ones do. */
@Component
class DeedWords {
    private final Map<String, String> words;

    DeedWords(JsonMapper json) throws IOException {
        try (InputStream from = new ClassPathResource("trail/deeds.json").getInputStream()) {
            words = json.readValue(from, new TypeReference<LinkedHashMap<String, String>>() {});
        }
    }

    /** Such as “launched”; the operation itself where it has no words, as one that is no longer there. */
    String of(String deed) {
        return words.getOrDefault(deed, deed);
    }

    List<String> all() {
        return words.values().stream().distinct().sorted().toList();
    }

    List<String> codes(String of) {
        return words.entrySet().stream()
                .filter(e -> e.getValue().equals(of))
                .map(Map.Entry::getKey)
                .toList();
    }
}
