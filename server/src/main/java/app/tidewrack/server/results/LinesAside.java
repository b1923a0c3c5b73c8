package app.tidewrack.server.results;

import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.connector.Reports.Unread;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Doubt;
import app.tidewrack.server.client.ClientMapper.AccountOfClient;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Puts aside what a report tells and nobody can believe, so that the rest of it counts, and people are told what does not. */
@Component
@RequiredArgsConstructor
class LinesAside {
    /** Of each report of an account; a network that tells nonsense tells the same tomorrow. */
    static final int MOST = 1_000;

    private final AsideMapper mapper;
    private final JsonMapper json;

    /** As {@link AsideMapper} keeps it. */
    record Line(
            String ad,
            String at,
            Doubt.Kind kind,
            String field,
            String told,
            @Nullable Long bound) {
        Line(String ad, Object at, Doubt doubt) {
            this(ad, at.toString(), doubt.kind(), doubt.field(), doubt.told(), doubt.bound());
        }

        Line(Unread line) {
            this(line.ad(), line.at(), line.doubt());
        }
    }

    /** An hour of an ad, by what its network calls both. */
    record AdHour(String ad, Instant hour) {}

    /**
     * @param told hours that count, of which nothing stays aside
     * @param aside hours that do not
     */
    void hours(AccountOfClient account, Collection<AdHour> told, List<Line> aside) {
        if (!told.isEmpty() && mapper.any(account.clientId(), account.id())) {
            mapper.toldSince(
                    account.clientId(),
                    account.id(),
                    told.stream().map(AdHour::ad).toArray(String[]::new),
                    told.stream().map(h -> h.hour().toString()).toArray(String[]::new));
        }
        keep(account, "", aside);
    }

    /** What is put aside of days that a report told whole, in the place of what was before. */
    void days(AccountOfClient account, String report, LocalDate from, LocalDate to, List<Line> aside) {
        if (!aside.isEmpty() || mapper.any(account.clientId(), account.id())) {
            mapper.toldAnew(account.clientId(), account.id(), report, from, to);
        }
        keep(account, report, aside);
    }

    private void keep(AccountOfClient account, String report, List<Line> aside) {
        if (!aside.isEmpty()) {
            mapper.keep(account.clientId(), account.id(), report, json.writeValueAsString(aside), MOST);
        }
    }

    /** @throws NetworkRefused where lines together cannot be right: then none of them is taken */
    static void requireLikely(String network, Collection<Counts> lines) {
        Doubt.of(lines).ifPresent(doubt -> {
            throw new NetworkRefused(
                    network,
                    "it told %s clicks of %,d impressions; its columns seem to be swapped"
                            .formatted(doubt.told(), doubt.bound()),
                    doubt.field());
        });
    }
}
