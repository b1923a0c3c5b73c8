package app.tidewrack.server.naming;

import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.server.naming.NamingMapper.Stored;
import app.tidewrack.server.web.Conflict;
import app.tidewrack.server.web.NotFound;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Service;

/** Each client's naming schemes. Version 0 is the built-in one, which applies until somebody keeps another. */
@Service
@RequiredArgsConstructor
public class NamingLibrary {
    /** As many versions back as names are still read by. */
    private static final int READ_BACK = 20;

    private final NamingMapper mapper;

    public record Versioned(int version, NamingScheme scheme) {}

    /** When a version was kept, and by whom. */
    record Kept(int version, String person, Instant at) {}

    /** What applies now. */
    public Versioned current(String clientId) {
        return byNewest(clientId, 1).get(0);
    }

    /** The newest versions, newest first, with the built-in one at the end. */
    public List<Versioned> newest(String clientId) {
        return byNewest(clientId, READ_BACK);
    }

    private List<Versioned> byNewest(String clientId, int most) {
        List<Versioned> versions = new ArrayList<>();
        mapper.newest(clientId, most).forEach(s -> versions.add(new Versioned(s.version(), s.scheme())));
        versions.add(new Versioned(0, NamingScheme.USUAL));
        return versions;
    }

    NamingScheme version(String clientId, int version) {
        return version == 0
                ? NamingScheme.USUAL
                : mapper.version(clientId, version)
                        .map(Stored::scheme)
                        .orElseThrow(() -> new NotFound("naming", String.valueOf(version)));
    }

    List<Kept> history(String clientId) {
        return mapper.newest(clientId, READ_BACK).stream()
                .map(s -> new Kept(s.version(), s.person(), s.at()))
                .toList();
    }

    /**
     * Keeps a scheme as the next version.
     *
     * @param after the version it was made from
     * @throws Conflict when there is a newer one
     */
    Versioned keep(String clientId, int after, NamingScheme scheme, String personId) {
        List.of(scheme.campaign(), scheme.adGroup(), scheme.ad()).forEach(NamePattern::requireMarks);
        int now = current(clientId).version();
        if (now != after || mapper.insert(clientId, after + 1, scheme, personId) == 0) {
            throw new Conflict("The patterns were changed by someone else meanwhile. Load them again and repeat.");
        }
        return new Versioned(after + 1, scheme);
    }
}
