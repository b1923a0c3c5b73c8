package app.tidewrack.server.audience;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceMapper.Stored;
import app.tidewrack.server.network.NetworkAway;
import app.tidewrack.server.network.NetworkConnector;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import tools.jackson.databind.json.JsonMapper;

/** A client's audiences. Their size is asked of the network when they are kept. */
@Service
public class AudienceLibrary {
    private final AudienceMapper mapper;
    private final JsonMapper json;

    AudienceLibrary(AudienceMapper mapper, JsonMapper json) {
        this.mapper = mapper;
        this.json = json;
    }

    /**
     * @param size null while the network has not told it
     * @param rows rows of plans that use it
     */
    public record Audience(
            String id,
            String name,
            AudienceDefinition definition,
            @Nullable AudienceSize size,
            int version,
            int rows) {}

    public List<Audience> all(String clientId) {
        return mapper.all(clientId).stream().map(this::read).toList();
    }

    public Map<String, Audience> byId(String clientId) {
        return all(clientId).stream().collect(Collectors.toMap(Audience::id, Function.identity()));
    }

    /** @throws Refusal when the name is not legal or another audience has it */
    public Audience add(String clientId, String name, AudienceDefinition definition, NetworkConnector network) {
        Stored stored = stored(clientId, Ids.fresh(), name, definition, 1, network);
        mapper.insert(clientId, stored);
        return read(stored);
    }

    /** @throws Conflict when it was changed meanwhile */
    public Audience change(
            String clientId,
            String id,
            int version,
            String name,
            AudienceDefinition definition,
            NetworkConnector network) {
        byId(clientId, id);
        if (mapper.update(clientId, stored(clientId, id, name, definition, version, network)) == 0) {
            throw new Conflict("This audience was changed by someone else meanwhile. Load it again and repeat.");
        }
        return byId(clientId, id);
    }

    /** @throws Refusal when rows still use it */
    public void remove(String clientId, String id) {
        Audience audience = byId(clientId, id);
        if (audience.rows() > 0) {
            throw new Refusal(
                    "audience",
                    "%s is used by %d rows.".formatted(audience.name(), audience.rows()),
                    "Remove these rows first.");
        }
        mapper.delete(clientId, id);
    }

    private Audience byId(String clientId, String id) {
        return mapper.byId(clientId, id).map(this::read).orElseThrow(() -> new NotFound("audience", id));
    }

    private Stored stored(
            String clientId,
            String id,
            String name,
            AudienceDefinition definition,
            int version,
            NetworkConnector network) {
        String checked = CampaignFacts.checkedName(name);
        boolean taken =
                mapper.all(clientId).stream().anyMatch(a -> a.name().equalsIgnoreCase(checked) && !a.id().equals(id));
        if (taken) {
            throw new Refusal("name", "Another audience is called “%s”.".formatted(checked), "Choose another name.");
        }
        Optional<AudienceSize> size = size(definition, network);
        return new Stored(
                id,
                checked,
                json.writeValueAsString(definition),
                size.map(AudienceSize::people).orElse(null),
                size.map(AudienceSize::fewer).orElse(null),
                version,
                0);
    }

    private static Optional<AudienceSize> size(AudienceDefinition definition, NetworkConnector network) {
        try {
            return Optional.of(network.sizes(List.of(definition)).get(0));
        } catch (NetworkAway away) {
            return Optional.empty();
        }
    }

    private Audience read(Stored stored) {
        Long people = stored.sizePeople();
        AudienceSize size = people == null ? null : new AudienceSize(people, Boolean.TRUE.equals(stored.sizeFewer()));
        return new Audience(
                stored.id(),
                stored.name(),
                json.readValue(stored.definition(), AudienceDefinition.class),
                size,
                stored.version(),
                stored.rows());
    }
}
