package app.tidewrack.server.morning;

import app.tidewrack.core.need.Need;
import app.tidewrack.core.need.Urgency;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.morning.MorningMapper.Head;
import app.tidewrack.server.morning.MorningMapper.HiddenRow;
import app.tidewrack.server.morning.MorningMapper.NetworkOf;
import app.tidewrack.server.morning.MorningMapper.PlanOf;
import app.tidewrack.server.morning.MorningView.MorningClient;
import app.tidewrack.server.morning.MorningView.NeedLine;
import app.tidewrack.server.morning.ReckonedMapper.Reckoned;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.results.DayMoney;
import app.tidewrack.server.results.DayMoney.MoneyToday;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.SqlArray;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts together what needs a person, of one client or of all that are theirs. */
@Service
@RequiredArgsConstructor
class MorningDesk {
    /** What somebody worked on so lately is theirs. */
    private static final int DAYS_MINE = 90;

    /** Of a client among others; the rest of them is asked for by itself. */
    private static final int LINES_AMONG_OTHERS = 3;

    /** Of one client; more are not read by anybody. */
    private static final int MOST_LINES = 1_000;

    private static final int MOST_HIDDEN = 1_000;

    private final MorningMapper told;
    private final Reckonings reckonings;
    private final DayMoney money;

    /**
     * Which lines are asked for.
     *
     * @param mine only of plans that the person worked on, and what is asked of them
     * @param network code; null for all
     * @param kind null for all
     * @param hidden whether those that the person hid come as well
     */
    record Asked(boolean mine, @Nullable String network, Need.@Nullable Kind kind, boolean hidden) {
        /** Clients without any such line, hidden or not, are then left out. */
        boolean narrows() {
            return mine || kind != null;
        }
    }

    /** All clients of a person, the most urgent first. */
    @Transactional(readOnly = true)
    MorningView all(String personId, Asked asked) {
        List<MorningClient> clients = clients(personId, null, reckonings.ofPerson(personId), asked, LINES_AMONG_OTHERS);
        return new MorningView(
                clients.stream()
                        .filter(c -> !asked.narrows() || !c.lines().isEmpty() || c.hidden() > 0)
                        .filter(c -> asked.network() == null || c.networks().contains(asked.network()))
                        .sorted(MOST_URGENT)
                        .toList(),
                reckonings.behind(personId).size(),
                clients.stream()
                        .flatMap(c -> c.networks().stream())
                        .distinct()
                        .sorted()
                        .toList());
    }

    /** One client, with all lines that are asked for; no older than what was done there. */
    MorningClient one(String personId, String clientId, Asked asked) {
        Map<String, Reckoned> reckoned = Map.of(clientId, reckonings.of(clientId));
        return clients(personId, clientId, reckoned, asked, MOST_LINES).stream()
                .findFirst()
                .orElseThrow(() -> new NotFound("client", clientId));
    }

    /** By how many are of now, then of today, then soon; those that are alike stay in the order of their names. */
    private static final Comparator<MorningClient> MOST_URGENT = Arrays.stream(Urgency.values())
            .map(u -> Comparator.comparingLong((MorningClient c) -> -c.counts().getOrDefault(u, 0L)))
            .reduce(Comparator::thenComparing)
            .orElseThrow();

    private List<MorningClient> clients(
            String personId, @Nullable String clientId, Map<String, Reckoned> reckoned, Asked asked, int most) {
        Map<String, List<Need>> needs = told(personId, clientId);
        reckoned.forEach((id, r) -> needs.computeIfAbsent(id, i -> new ArrayList<>())
                .addAll(r.needs().all()));
        Map<String, Set<String>> hidden = told.hidden(personId, clientId).stream()
                .collect(Collectors.groupingBy(
                        HiddenRow::clientId, Collectors.mapping(HiddenRow::key, Collectors.toSet())));
        Lens lens = new Lens(
                personId,
                asked,
                new HashSet<>(told.worked(personId, clientId, DAYS_MINE)),
                told.networks(personId, clientId).stream()
                        .collect(Collectors.groupingBy(
                                NetworkOf::clientId, Collectors.toMap(NetworkOf::accountId, NetworkOf::network))));
        Map<String, List<MoneyToday>> today = money.today(
                personId,
                clientId,
                id -> reckoned.containsKey(id) ? reckoned.get(id).planned().all() : List.of());
        return told.heads(personId, clientId).stream()
                .map(h -> client(
                        h,
                        needs.getOrDefault(h.id(), List.of()),
                        hidden.getOrDefault(h.id(), Set.of()),
                        today.getOrDefault(h.id(), List.of()),
                        reckoned.get(h.id()),
                        lens,
                        most))
                .toList();
    }

    private static MorningClient client(
            Head h,
            List<Need> needs,
            Set<String> hidden,
            List<MoneyToday> today,
            @Nullable Reckoned reckoned,
            Lens lens,
            int most) {
        List<NeedLine> lines = needs.stream()
                .filter(n -> lens.shows(h, n))
                .sorted(Need.BY_URGENCY)
                .map(n -> new NeedLine(n.key(), n.urgency(), hidden.contains(n.key()), n))
                .toList();
        Map<Urgency, Long> counts = new EnumMap<>(Urgency.class);
        lines.stream().filter(l -> !l.hidden()).forEach(l -> counts.merge(l.urgency(), 1L, Long::sum));
        return new MorningClient(
                h.id(),
                h.name(),
                h.about(),
                h.role(),
                h.logo(),
                h.training(),
                h.networks().isEmpty() ? List.of() : List.of(h.networks().split(" ")),
                h.adsLive(),
                today,
                lines.stream()
                        .filter(l -> lens.asked().hidden() || !l.hidden())
                        .limit(most)
                        .toList(),
                counts,
                (int) lines.stream().filter(NeedLine::hidden).count(),
                reckoned == null ? null : reckoned.reckonedAt(),
                h.place());
    }

    /** Which lines are shown to a person. */
    private record Lens(String personId, Asked asked, Set<PlanOf> worked, Map<String, Map<String, String>> networks) {
        boolean shows(Head at, Need need) {
            return concerns(at, need)
                    && (asked.kind() == null || asked.kind() == need.kind())
                    && (asked.network() == null || asked.network().equals(network(at, need)))
                    && (!asked.mine() || mine(at, need));
        }

        /** What came back is mended by those who may, and what people sent is answered by those who see it. */
        private static boolean concerns(Head at, Need need) {
            return switch (need.kind()) {
                case SIGN_OFF -> at.role() == Role.BUYER || !((Need.SignOff) need).returned();
                case LEADS -> at.seesLeads();
                default -> true;
            };
        }

        private @Nullable String network(Head at, Need need) {
            String account = need.accountId();
            return account == null
                    ? null
                    : networks.getOrDefault(at.id(), Map.of()).get(account);
        }

        private boolean mine(Head at, Need need) {
            if (need instanceof Need.SignOff s && !s.returned()) {
                return s.askedId() == null
                        ? at.role() == Role.APPROVER
                        : s.askedId().equals(personId);
            }
            String plan = need.planId();
            return plan == null
                    ? worked.stream().anyMatch(w -> w.clientId().equals(at.id()))
                    : worked.contains(new PlanOf(at.id(), plan));
        }
    }

    /** What the tables tell, by client. */
    private Map<String, List<Need>> told(String personId, @Nullable String clientId) {
        Map<String, List<Need>> needs = new HashMap<>();
        told.untaken(personId, clientId)
                .forEach(r -> add(
                        needs,
                        r.clientId(),
                        new Need.Untaken(
                                r.planId(), r.campaignId(), r.accountId(), r.campaign(), r.pause(), r.problem())));
        told.refused(personId, clientId)
                .forEach(r -> add(
                        needs,
                        r.clientId(),
                        new Need.Refused(r.planId(), r.campaignId(), r.accountId(), r.itemKey(), r.ad(), r.reason())));
        told.changed(personId, clientId)
                .forEach(r -> add(
                        needs,
                        r.clientId(),
                        new Need.ChangedThere(r.planId(), r.campaignId(), r.accountId(), r.campaign(), r.things())));
        told.unknown(personId, clientId)
                .forEach(r -> add(
                        needs,
                        r.clientId(),
                        new Need.UnknownAds(r.accountId(), r.account(), r.currency(), r.ads(), r.spendMinor())));
        told.aside(personId, clientId)
                .forEach(r -> add(needs, r.clientId(), new Need.Aside(r.accountId(), r.account(), r.lines())));
        told.leads(personId, clientId).forEach(r -> add(needs, r.clientId(), new Need.Leads(r.fresh())));
        told.signOffs(personId, clientId)
                .forEach(r -> add(
                        needs,
                        r.clientId(),
                        new Need.SignOff(
                                r.planId(),
                                r.signOffId(),
                                r.plan(),
                                r.returned(),
                                r.askedId(),
                                r.asked(),
                                r.byId(),
                                r.by(),
                                r.says())));
        told.comments(personId, clientId)
                .forEach(r ->
                        add(needs, r.clientId(), new Need.Comments(r.planId(), r.plan(), r.open(), r.signOffId())));
        return needs;
    }

    private static void add(Map<String, List<Need>> needs, String clientId, Need need) {
        needs.computeIfAbsent(clientId, c -> new ArrayList<>()).add(need);
    }

    /**
     * Hides a line from the person, or shows it again.
     *
     * @throws NotFound when the client is none of the person's
     * @throws Refusal when they hid too many already
     */
    @Transactional
    void hide(String personId, String clientId, String key, boolean hidden) {
        if (told.holdMembership(personId, clientId) == null) {
            throw new NotFound("client", clientId);
        }
        if (!hidden) {
            told.show(personId, clientId, key);
            return;
        }
        if (told.hiddenAt(personId, clientId) >= MOST_HIDDEN) {
            throw new Refusal(
                    "key",
                    "You hid %,d lines of this client, the most.".formatted(MOST_HIDDEN),
                    "Show some of them again.");
        }
        told.hide(personId, clientId, key);
    }

    /** @param clientIds in the person's order; those left out are put nowhere */
    void arrange(String personId, List<String> clientIds) {
        told.arrange(personId, clientIds.stream().collect(SqlArray.literal()));
    }
}
