package app.tidewrack.server.client;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.ClientMapper.Client;
import app.tidewrack.server.client.ClientMapper.Words;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.util.Currency;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Clients of the agency: taken on, and changed. */
@Service
@RequiredArgsConstructor
public class AgencyClients {
    private static final int MOST = 2_000;
    private static final int MOST_WORDS = 20;
    private static final int LONGEST_ABOUT = 200;
    private static final int MOST_DAYS = 3_650;

    private final ClientMapper mapper;
    private final PersonMapper people;

    /**
     * What is said of a client.
     *
     * @param about its trade
     * @param domains of its sites
     * @param currencies that its accounts are in, the usual one first; ISO 4217
     * @param signOffDemanded whether nothing is launched that no approver said yes to
     * @param leadsKeptDays after which what people sent is erased, 1 to 3,650; null to keep it
     */
    public record Said(
            String name,
            String about,
            List<String> domains,
            List<String> currencies,
            boolean signOffDemanded,
            @Nullable Integer leadsKeptDays) {}

    /** Whoever takes a client on is its first buyer. */
    @Transactional
    public Client add(Said said, String personId) {
        int known = mapper.all().size();
        if (known >= MOST) {
            throw new Refusal("name", "There are %,d clients, the most.".formatted(known), "Ask who runs the server.");
        }
        Client client = client(Ids.fresh(), said, false);
        mapper.insert(client);
        people.setRole(personId, client.id(), Role.BUYER, null);
        return client;
    }

    /** @throws NotFound when there is no such client */
    @Transactional
    public Client change(String id, Said said) {
        if (mapper.update(client(id, said, false)) == 0) {
            throw new NotFound("client", id);
        }
        return mapper.byId(id);
    }

    private static Client client(String id, Said said, boolean training) {
        if (said.about().length() > LONGEST_ABOUT) {
            throw new Refusal(
                    "about",
                    "%d signs on the trade are more than %d."
                            .formatted(said.about().length(), LONGEST_ABOUT),
                    "Say it shorter.");
        }
        return new Client(
                id,
                CampaignFacts.checkedName(said.name()),
                said.about().strip(),
                words("domains", said.domains(), d -> Sites.checked("domains", d)),
                words("currencies", said.currencies(), AgencyClients::currency),
                training,
                null,
                said.signOffDemanded(),
                keptDays(said.leadsKeptDays()));
    }

    private static @Nullable Integer keptDays(@Nullable Integer days) {
        if (days != null && (days < 1 || days > MOST_DAYS)) {
            throw new Refusal(
                    "leadsKeptDays",
                    "Leads cannot be kept for %,d days.".formatted(days),
                    "Give 1 to %,d, or nothing to keep them.".formatted(MOST_DAYS));
        }
        return days;
    }

    private static Words words(String field, List<String> given, UnaryOperator<String> checked) {
        List<String> kept = given.stream()
                .map(String::strip)
                .filter(g -> !g.isEmpty())
                .map(checked)
                .distinct()
                .toList();
        if (kept.size() > MOST_WORDS) {
            throw new Refusal(
                    field, "There are %d; the most is %d.".formatted(kept.size(), MOST_WORDS), "Take some out.");
        }
        return new Words(kept);
    }

    private static String currency(String typed) {
        String code = typed.toUpperCase(Locale.ROOT);
        try {
            return Currency.getInstance(code).getCurrencyCode();
        } catch (IllegalArgumentException e) {
            throw new Refusal("currencies", "“%s” is no currency.".formatted(typed), "Give such as EUR.");
        }
    }
}
