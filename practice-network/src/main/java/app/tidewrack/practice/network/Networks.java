package app.tidewrack.practice.network;

import app.tidewrack.core.network.Rulebook;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.World;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** The networks of the practice world, by their slug. */
@Component
public class Networks {
    private static final List<String> SLUGS =
            List.of("hearthside", "guildrow", "shortwave", "askwell", "jumpcut", "dayglass");

    private final Map<String, Network> networks = new LinkedHashMap<>();
    private final String schema = text("rulebook-schema.json");

    public Networks(World world, JsonMapper json) {
        RulebookReader reader = new RulebookReader(schema, json);
        for (String slug : SLUGS) {
            Rulebook rulebook = reader.read(slug, text("rulebooks/%s.json".formatted(slug)));
            Market market = json.readValue(text("markets/%s.json".formatted(slug)), Market.class);
            RoaringBitmap members = world.panel().draw(market.member(), Chance.seed("member of " + slug));
            RoaringBitmap old = world.panel()
                    .aged(rulebook.audience().youngest(), rulebook.audience().oldest());
            // The oldest age stands for it and over, even where it is under the world's.
            old.or(world.panel().aged(rulebook.audience().oldest(), Integer.MAX_VALUE));
            members.and(old);
            networks.put(slug, new Network(slug, rulebook, market, members));
        }
    }

    /** @throws NotKnown when there is no such network */
    public Network network(String slug) {
        Network network = networks.get(slug);
        if (network == null) {
            throw new NotKnown("network", slug);
        }
        return network;
    }

    public Collection<Network> all() {
        return networks.values();
    }

    /** The JSON Schema every rulebook keeps to. */
    public String schema() {
        return schema;
    }

    private static String text(String path) {
        try {
            return new ClassPathResource(path).getContentAsString(StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new IllegalStateException("Part of the application is missing: " + path, e);
        }
    }
}
