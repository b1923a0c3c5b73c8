package app.tidewrack.server.brief;

import app.tidewrack.core.brief.Brief;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.List;
import java.util.Set;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** A client's briefs. */
@Service
@RequiredArgsConstructor
public class BriefLibrary {
    private final BriefMapper mapper;
    private final ClientMapper clients;

    public record KeptBrief(String id, int version, BriefBody brief) {}

    public List<KeptBrief> all(String clientId) {
        return mapper.all(clientId);
    }

    /** Codes of the regulated subjects that briefs of the client name. */
    public Set<String> subjects(String clientId) {
        return mapper.subjects(clientId);
    }

    public KeptBrief add(String clientId, BriefBody body) {
        require(clientId, body, "");
        String id = Ids.fresh();
        mapper.insert(clientId, id, body);
        return byId(clientId, id);
    }

    /** @throws Conflict when it was changed meanwhile */
    KeptBrief change(String clientId, String id, int version, BriefBody body) {
        byId(clientId, id);
        require(clientId, body, id);
        if (mapper.update(clientId, id, version, body) == 0) {
            throw new Conflict("This brief was changed by someone else meanwhile. Load it again and repeat.");
        }
        return byId(clientId, id);
    }

    void remove(String clientId, String id) {
        if (mapper.delete(clientId, id) == 0) {
            throw new NotFound("brief", id);
        }
    }

    private void require(String clientId, BriefBody body, String id) {
        Brief brief = body.brief();
        brief.accounts().stream()
                .filter(a -> clients.account(clientId, a).isEmpty())
                .findFirst()
                .ifPresent(a -> {
                    throw new NotFound("account", a);
                });
        boolean taken = all(clientId).stream()
                .anyMatch(b -> !b.id().equals(id) && b.brief().name().strip().equalsIgnoreCase(brief.name()));
        if (taken) {
            throw new Refusal("name", "Another brief is called “%s”.".formatted(brief.name()), "Choose another name.");
        }
    }

    private KeptBrief byId(String clientId, String id) {
        return mapper.byId(clientId, id).orElseThrow(() -> new NotFound("brief", id));
    }
}
