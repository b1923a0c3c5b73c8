package app.tidewrack.server.plan;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.plan.CellRef;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Plan;
import app.tidewrack.core.plan.PlanDiff;
import app.tidewrack.core.plan.PlanDiff.Placed;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.schedule.Flight;
import app.tidewrack.server.plan.PlanMapper.PlanHead;
import app.tidewrack.server.plan.PlanMapper.StoredCampaign;
import app.tidewrack.server.plan.PlanMapper.StoredColumn;
import app.tidewrack.server.plan.PlanMapper.StoredOff;
import app.tidewrack.server.plan.PlanMapper.StoredRow;
import app.tidewrack.server.web.SqlArray;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.sql.SQLException;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Plans in the database: read whole, written by what differs. */
@Component
@RequiredArgsConstructor
class PlanStore {
    /** PostgreSQL's state of a row that refers to none. */
    private static final String NAMES_NOTHING = "23503";

    private static final int MOST_KEPT = 64;

    private final PlanMapper mapper;

    /**
     * Plans as they were last committed, so that an edit of a large one need not read it anew, and rows that it leaves alone stay the
     * same objects. None is believed but at its version, which each edit raises.
     */
    private final Cache<String, Known> known =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    private record Known(int version, Plan plan) {
        static Known newer(Known a, Known b) {
            return a.version() > b.version() ? a : b;
        }
    }

    /** The plan at the version of its head. */
    Plan load(String clientId, PlanHead head) {
        Known kept = known.getIfPresent(key(clientId, head.id()));
        if (kept != null
                && kept.version() == head.version()
                && kept.plan().name().equals(head.name())) {
            return kept.plan();
        }
        Plan plan = read(clientId, head);
        remember(clientId, plan, head.version());
        return plan;
    }

    /** Keeps the plan once the transaction is through; of one that fails nothing is kept. */
    void remember(String clientId, Plan plan, int version) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            return;
        }
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                known.asMap().merge(key(clientId, plan.id()), new Known(version, plan), Known::newer);
            }
        });
    }

    private static String key(String clientId, String planId) {
        return clientId + "/" + planId;
    }

    private Plan read(String clientId, PlanHead head) {
        var rows = mapper.rows(clientId, head.id()).stream().collect(Collectors.groupingBy(StoredRow::campaignId));
        var columns =
                mapper.columns(clientId, head.id()).stream().collect(Collectors.groupingBy(StoredColumn::campaignId));
        var off = mapper.off(clientId, head.id()).stream().collect(Collectors.groupingBy(StoredOff::campaignId));
        Function<StoredRow, Row> row = r -> new Row(
                r.id(),
                r.audienceId(),
                r.label(),
                Money.ofMinor(r.moneyMinor(), r.currency()),
                r.locked(),
                r.narrowing(),
                r.delivery());
        List<Campaign> campaigns = mapper.campaigns(clientId, head.id()).stream()
                .map(c -> new Campaign(
                        c.id(),
                        c.accountId(),
                        facts(c),
                        rows.getOrDefault(c.id(), List.of()).stream().map(row).toList(),
                        columns.getOrDefault(c.id(), List.of()).stream()
                                .map(k -> new Column(k.id(), k.creativeId()))
                                .toList(),
                        off.getOrDefault(c.id(), List.of()).stream()
                                .collect(Collectors.toMap(o -> new CellRef(o.rowId(), o.columnId()), StoredOff::why))))
                .toList();
        return new Plan(head.id(), head.name(), campaigns);
    }

    private static CampaignFacts facts(StoredCampaign c) {
        return new CampaignFacts(
                c.name(),
                c.objective(),
                c.temperature(),
                c.purpose(),
                new Flight(c.startsOn(), c.endsOn(), ZoneId.of(c.zone())),
                Money.ofMinor(c.moneyPerRowMinor(), c.currency()),
                new Budgeting(c.basis(), shared(c)),
                c.subject());
    }

    private static @Nullable Money shared(StoredCampaign c) {
        return c.sharedMinor() == null ? null : Money.ofMinor(c.sharedMinor(), c.currency());
    }

    /** Writes what differs. Removals come first and additions last, since cells refer to rows and columns. */
    void keep(String clientId, String planId, PlanDiff diff) {
        diff.removedCampaigns().forEach(id -> mapper.removeCampaign(clientId, id));
        batch(diff.removedRows(), ids -> mapper.removeRows(clientId, ids));
        batch(diff.removedColumns(), ids -> mapper.removeColumns(clientId, ids));
        cells(diff.switchedOn(), (rows, columns) -> mapper.switchOn(clientId, rows, columns));
        diff.campaigns().forEach(c -> mapper.keepCampaign(clientId, planId, stored(c)));
        referring(
                "audience",
                () -> batch(
                        diff.rows(),
                        rows -> mapper.keepRows(
                                clientId,
                                rows.stream().map(PlanStore::storedRow).toList())));
        referring(
                "creative",
                () -> batch(
                        diff.columns(),
                        columns -> mapper.keepColumns(
                                clientId,
                                columns.stream().map(PlanStore::storedColumn).toList())));
        Map<String, Set<CellRef>> byReason = new HashMap<>();
        diff.switchedOff()
                .forEach((cell, why) ->
                        byReason.computeIfAbsent(why, w -> new HashSet<>()).add(cell));
        byReason.forEach(
                (why, cells) -> cells(cells, (rows, columns) -> mapper.switchOff(clientId, rows, columns, why)));
    }

    /** What an undone edit or a campaign that comes back refers to may be gone by then. */
    private static void referring(String to, Runnable write) {
        try {
            write.run();
        } catch (DataIntegrityViolationException e) {
            if (e.getMostSpecificCause() instanceof SQLException cause && NAMES_NOTHING.equals(cause.getSQLState())) {
                throw new Refusal(
                        "edit",
                        "The %s of what this would bring back was deleted meanwhile.".formatted(to),
                        "Make it anew, with another %s.".formatted(to));
            }
            throw e;
        }
    }

    private static <T> void batch(List<T> items, Consumer<List<T>> write) {
        if (!items.isEmpty()) {
            write.accept(items);
        }
    }

    private static void cells(Set<CellRef> cells, BiConsumer<String, String> write) {
        if (!cells.isEmpty()) {
            List<CellRef> ordered = List.copyOf(cells);
            write.accept(array(ordered, CellRef::rowId), array(ordered, CellRef::columnId));
        }
    }

    /** Ids as a PostgreSQL array literal; ids hold only letters and digits. */
    private static String array(List<CellRef> cells, Function<CellRef, String> id) {
        return cells.stream().map(id).collect(SqlArray.literal());
    }

    private static StoredCampaign stored(Placed<Campaign> placed) {
        Campaign c = placed.item();
        CampaignFacts f = c.facts();
        Money shared = f.budgeting().shared();
        return new StoredCampaign(
                c.id(),
                placed.position(),
                c.accountId(),
                f.name(),
                f.objective(),
                f.temperature(),
                f.purpose(),
                f.flight().start(),
                f.flight().end(),
                f.flight().zone().getId(),
                f.moneyPerRow().currency().getCurrencyCode(),
                f.moneyPerRow().minor(),
                f.budgeting().basis(),
                shared == null ? null : shared.minor(),
                f.subject());
    }

    private static StoredRow storedRow(Placed<Row> p) {
        Row r = p.item();
        return new StoredRow(
                r.id(),
                p.campaignId(),
                p.position(),
                r.audienceId(),
                r.label(),
                r.money().minor(),
                r.locked(),
                r.money().currency().getCurrencyCode(),
                r.narrowing(),
                r.delivery());
    }

    private static StoredColumn storedColumn(Placed<Column> p) {
        return new StoredColumn(
                p.item().id(), p.campaignId(), p.position(), p.item().creativeId());
    }
}
