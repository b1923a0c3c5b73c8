package app.tidewrack.server.plan.name;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.naming.Codes;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.naming.NameReader;
import app.tidewrack.core.naming.Namer;
import app.tidewrack.core.naming.Token;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.NamingScheme;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanNames;
import app.tidewrack.core.plan.PlanNames.Wanting;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.tracking.LinkTail;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.inspect.PlanInspector;
import app.tidewrack.server.plan.inspect.PlanInspector.Surroundings;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What a scheme makes of a real sheet: names and links with what is wrong with them. */
@Component
@RequiredArgsConstructor
class NameTrials {
    /** As many names and links as are shown; those with something wrong come first. */
    private static final int SHOWN = 200;

    private final PlanDesk desk;
    private final PlanInspector inspector;
    private final Networks networks;
    private final KnownTokens known;

    /** What is wrong with a name or link. */
    enum Fault {
        CLASH,
        TOO_LONG,
        VALUE_MISSING,
        NOT_READ_BACK
    }

    /**
     * @param of what it names, as people call it
     * @param says what is wrong, each with its value and limit
     */
    record TriedName(String of, String name, int length, List<Fault> faults, List<String> says) {}

    /** @param faulty how many of each kind, by name of the fault */
    record TriedLevel(int count, int longest, int limit, Map<Fault, Integer> faulty, List<TriedName> names) {}

    record Tried(TriedLevel campaign, TriedLevel adGroups, TriedLevel ads, TriedLevel links) {}

    Tried of(String clientId, String planId, String campaignId, NamingScheme scheme) {
        Looked at = look(clientId, planId, campaignId);
        PlanNames names = inspector.names(at.campaign(), at.around(), scheme);
        Sheet sheet = new Sheet(at, names, scheme.codes(), known.of(clientId));
        return new Tried(
                sheet.level(scheme.campaign(), Map.of("", names.campaign())),
                sheet.level(scheme.adGroup(), names.rows()),
                sheet.level(
                        scheme.ad(),
                        names.ads().entrySet().stream()
                                .collect(Collectors.toMap(
                                        e -> key(e.getKey()), Map.Entry::getValue, (a, b) -> a, LinkedHashMap::new))),
                sheet.links());
    }

    /** The link of one ad, as launch would send it; empty where it is off. */
    String link(String clientId, String planId, String campaignId, CellRef cell) {
        Looked at = look(clientId, planId, campaignId);
        at.campaign().row(cell.rowId());
        String creative = at.campaign().column(cell.columnId()).creativeId();
        LinkTail tail =
                inspector.names(clientId, at.campaign(), at.around()).tails().get(cell);
        return tail == null
                ? ""
                : tail.on(
                        Objects.requireNonNull(at.around().creatives().get(creative))
                                .link(),
                        at.rulebook().macroCodes());
    }

    /** A campaign with all that its names need. */
    private record Looked(Campaign campaign, Surroundings around, Rulebook rulebook) {}

    private Looked look(String clientId, String planId, String campaignId) {
        Plan plan = desk.plan(clientId, planId).plan();
        Campaign campaign = plan.campaign(campaignId);
        Surroundings around = inspector.surroundings(clientId, plan);
        return new Looked(
                campaign,
                around,
                networks.rulebook(Objects.requireNonNull(around.accounts().get(campaign.accountId()))
                        .network()));
    }

    private static String key(CellRef cell) {
        return cell.rowId() + "/" + cell.columnId();
    }

    private record Sheet(Looked at, PlanNames names, Codes codes, Map<Token, Set<String>> known) {

        TriedLevel level(NamePattern pattern, Map<String, String> named) {
            NameReader reader = new NameReader(pattern, codes, known);
            Map<String, Long> times =
                    named.values().stream().collect(Collectors.groupingBy(n -> n, Collectors.counting()));
            Map<String, List<Wanting>> wanting = names.wanting().stream().collect(Collectors.groupingBy(Sheet::key));
            List<TriedName> tried = new ArrayList<>();
            named.forEach((key, name) -> {
                List<Fault> faults = new ArrayList<>();
                List<String> says = new ArrayList<>();
                int length = TextLength.of(name);
                List<Wanting> lacks = wanting.getOrDefault(key, List.of());
                long clashing = times.getOrDefault(name, 0L);
                if (clashing > 1) {
                    faults.add(Fault.CLASH);
                    says.add("%d get this name".formatted(clashing));
                }
                if (length > at.rulebook().nameLimit()) {
                    faults.add(Fault.TOO_LONG);
                    says.add("%d characters; %s takes %d"
                            .formatted(
                                    length, at.rulebook().name(), at.rulebook().nameLimit()));
                }
                if (name.contains(Namer.WANTING) && !lacks.isEmpty()) {
                    faults.add(Fault.VALUE_MISSING);
                    says.add("no " + lacks.stream().map(w -> w.token().words()).collect(Collectors.joining(", no ")));
                }
                String whyNot = lacks.isEmpty() ? reader.read(name).whyNot() : null;
                if (whyNot != null) {
                    faults.add(Fault.NOT_READ_BACK);
                    says.add(whyNot);
                }
                tried.add(new TriedName(words(key), name, length, faults, says));
            });
            return summed(tried, at.rulebook().nameLimit());
        }

        TriedLevel links() {
            List<TriedName> tried = new ArrayList<>();
            Collection<String> macros = at.rulebook().macroCodes();
            names.tails().forEach((cell, tail) -> {
                String link = tail.on(creative(cell).link(), macros);
                if (link.isEmpty()) {
                    return;
                }
                boolean tooLong = link.length() > at.rulebook().linkLimit();
                tried.add(new TriedName(
                        words(NameTrials.key(cell)),
                        link,
                        link.length(),
                        tooLong ? List.of(Fault.TOO_LONG) : List.of(),
                        tooLong
                                ? List.of("%d characters; %s takes %d"
                                        .formatted(
                                                link.length(),
                                                at.rulebook().name(),
                                                at.rulebook().linkLimit()))
                                : List.of()));
            });
            return summed(tried, at.rulebook().linkLimit());
        }

        private static TriedLevel summed(List<TriedName> tried, int limit) {
            Map<Fault, Integer> faulty = new HashMap<>();
            tried.forEach(t -> t.faults().forEach(f -> faulty.merge(f, 1, Integer::sum)));
            List<TriedName> shown = tried.stream()
                    .sorted((a, b) ->
                            Boolean.compare(a.faults().isEmpty(), b.faults().isEmpty()))
                    .limit(SHOWN)
                    .toList();
            return new TriedLevel(
                    tried.size(),
                    tried.stream().mapToInt(TriedName::length).max().orElse(0),
                    limit,
                    faulty,
                    shown);
        }

        private static String key(Wanting w) {
            return w.rowId() == null ? "" : w.columnId() == null ? w.rowId() : w.rowId() + "/" + w.columnId();
        }

        private Creative creative(CellRef cell) {
            return Objects.requireNonNull(at.around()
                    .creatives()
                    .get(at.campaign().column(cell.columnId()).creativeId()));
        }

        private String words(String key) {
            if (key.isEmpty()) {
                return at.campaign().facts().name();
            }
            String[] ids = key.split("/");
            Row row = at.campaign().row(ids[0]);
            @Nullable Column column = ids.length == 1 ? null : at.campaign().column(ids[1]);
            return column == null
                    ? row.label()
                    : row.label() + " × "
                            + Objects.requireNonNull(at.around().creatives().get(column.creativeId()))
                                    .name();
        }
    }
}
