package app.tidewrack.server.playbook;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.need.Need;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.playbook.Advice;
import app.tidewrack.core.playbook.Adviser;
import app.tidewrack.core.playbook.Decided;
import app.tidewrack.core.playbook.Move;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.playbook.RowSeen;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.playbook.Trial;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Formula.Facts;
import app.tidewrack.core.results.Metric;
import app.tidewrack.core.text.DayWords;
import app.tidewrack.server.client.ClientMapper.Account;
import app.tidewrack.server.need.NeedSource;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.playbook.PlaybookMapper.Decision;
import app.tidewrack.server.playbook.RunningCampaigns.Running;
import app.tidewrack.server.results.MetricView;
import app.tidewrack.server.results.RowDays;
import app.tidewrack.server.results.RowDays.Brought;
import app.tidewrack.server.results.RowDays.RowKey;
import app.tidewrack.server.web.Ids;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Gives a client's playbook, its advice, and what is made of it; advice that is taken becomes edits like any other. */
@Service
@RequiredArgsConstructor
public class PlaybookDesk implements NeedSource {
    private final PlaybookMapper mapper;

    private final RunningCampaigns running;
    private final PlanDesk plans;
    private final RowDays rowDays;

    Playbook playbook(String clientId) {
        return mapper.rules(clientId).orElse(Playbook.USUAL);
    }

    public Playbook keep(String clientId, Playbook playbook) {
        mapper.keepRules(clientId, playbook);
        return playbook;
    }

    /**
     * An advice with the row it is about.
     *
     * @param key names it as long as it stands
     * @param creativeId of the row's first ad, for a fresh one
     * @param metric what it was judged by
     * @param target the worst that is still good; null when rows are judged by one another
     */
    record AdviceTold(
            String key,
            String planId,
            String plan,
            String campaignId,
            String campaign,
            String accountId,
            String network,
            String currency,
            String rowId,
            String row,
            @Nullable String toRow,
            @Nullable String creativeId,
            Move move,
            double amount,
            @Nullable Long moneyMinor,
            long dailyMinor,
            long perDayMinor,
            String says,
            double p,
            @Nullable LocalDate until,
            List<Move> instead,
            MetricView metric,
            @Nullable Double target) {}

    List<AdviceTold> advice(String clientId) {
        Playbook playbook = playbook(clientId);
        List<Decision> decisions = mapper.decisions(clientId);
        List<AdviceTold> told = new ArrayList<>();
        for (Running r : running.of(clientId, playbook)) {
            for (Advice advice : Adviser.advise(playbook, r.scene(), r.rows())) {
                if (!decided(decisions, r, advice, playbook)) {
                    told.add(told(r, advice));
                }
            }
        }
        told.sort(Comparator.comparing(AdviceTold::move)
                .thenComparing(AdviceTold::p)
                .thenComparing(AdviceTold::key));
        return told;
    }

    /** What is advised and is to be done. */
    @Override
    public List<Need.Advised> needs(String clientId) {
        return advice(clientId).stream()
                .filter(a -> a.move() != Move.LEAVE_ALONE)
                .map(a -> new Need.Advised(
                        a.planId(),
                        a.campaignId(),
                        a.accountId(),
                        a.key(),
                        a.rowId(),
                        a.row(),
                        a.campaign(),
                        a.currency(),
                        a.move(),
                        a.amount(),
                        a.moneyMinor(),
                        a.dailyMinor(),
                        a.toRow(),
                        a.until(),
                        a.says()))
                .toList();
    }

    private static String key(Running r, Advice advice) {
        String key = "%s/%s/%s".formatted(r.campaign().id(), advice.rowId(), advice.move());
        return advice.toRowId() == null ? key : key + "/" + advice.toRowId();
    }

    private static AdviceTold told(Running r, Advice a) {
        Campaign campaign = r.campaign();
        RowSeen row = row(r, a.rowId());
        Money money = a.money();
        String toRow = a.toRowId();
        return new AdviceTold(
                key(r, a),
                r.plan().id(),
                r.plan().name(),
                campaign.id(),
                campaign.facts().name(),
                r.account().id(),
                r.account().network(),
                r.account().currency(),
                row.rowId(),
                row.label(),
                toRow == null ? null : campaign.row(toRow).label(),
                campaign.onColumns(a.rowId()).stream()
                        .map(Column::creativeId)
                        .findFirst()
                        .orElse(null),
                a.move(),
                a.amount(),
                money == null ? null : money.minor(),
                row.daily().minor(),
                a.perDayMinor(),
                a.says(),
                a.p(),
                a.until(),
                a.instead(),
                MetricView.of(Metric.usual(r.scene().target().metric())),
                r.scene().target().value());
    }

    private static RowSeen row(Running r, String rowId) {
        return r.rows().stream()
                .filter(s -> s.rowId().equals(rowId))
                .findFirst()
                .orElseThrow();
    }

    /** Whether somebody has dealt with it already, so that it is not told again for now. */
    private static boolean decided(List<Decision> decisions, Running r, Advice advice, Playbook playbook) {
        LocalDate today = r.scene().today();
        return decisions.stream()
                .filter(d -> d.campaignId().equals(r.campaign().id())
                        && d.rowId().equals(advice.rowId())
                        && (d.move() == advice.move() || advice.instead().contains(d.move())))
                .anyMatch(d -> d.decided().holds(d.day(), d.untilDay(), today, playbook));
    }

    /** What to look at after an advice is taken: the change list of its campaign, or another that came of it. */
    record TakenView(String planId, String campaignId, String edit) {}

    /**
     * Makes the edits of an advice, in one piece.
     *
     * @param move what is done: what was advised, or one of what could be done instead; null for the first
     * @param amount another per cent or number of copies; null for what was advised
     * @throws Refusal when it is no longer given
     */
    @Transactional
    TakenView take(String clientId, String key, @Nullable Move move, @Nullable Double amount, String personId) {
        Given given = given(clientId, key);
        Advice advice = given.advice();
        Move taken = move == null ? advice.move() : move;
        if (taken != advice.move() && !advice.instead().contains(taken)) {
            throw new Refusal(
                    "move",
                    "“%s” is not offered here.".formatted(taken.words()),
                    "Choose of what is offered, or edit the sheet.");
        }
        double much = amount == null ? advice.amount() : amount;
        Running r = given.running();
        String campaignId = new AdviceEdits(plans, clientId, r, personId).make(taken, advice, much, playbook(clientId));
        decide(clientId, given, taken, Decided.TAKEN, "", null, personId);
        return new TakenView(r.plan().id(), campaignId, taken.words());
    }

    @Transactional
    public void putOff(String clientId, String key, LocalDate until, String personId) {
        Given given = given(clientId, key);
        if (until.isBefore(given.running().scene().today())) {
            throw new Refusal("until", "%s is past.".formatted(DayWords.of(until)), "Choose a day to come.");
        }
        decide(clientId, given, given.advice().move(), Decided.PUT_OFF, "", until, personId);
    }

    @Transactional
    public void refuse(String clientId, String key, String reason, String personId) {
        if (reason.isBlank()) {
            throw new Refusal("reason", "An advice is refused for a reason.", "Type it; it is kept beside.");
        }
        Given given = given(clientId, key);
        decide(clientId, given, given.advice().move(), Decided.REFUSED, reason.strip(), null, personId);
    }

    private record Given(Running running, Advice advice) {}

    private Given given(String clientId, String key) {
        Playbook playbook = playbook(clientId);
        List<Decision> decisions = mapper.decisions(clientId);
        for (Running r : running.of(clientId, playbook)) {
            if (key.startsWith(r.campaign().id())) {
                for (Advice advice : Adviser.advise(playbook, r.scene(), r.rows())) {
                    if (key(r, advice).equals(key) && !decided(decisions, r, advice, playbook)) {
                        return new Given(r, advice);
                    }
                }
            }
        }
        throw new Refusal(
                "key", "This advice is no longer given: the numbers or rules changed.", "Look at the list again.");
    }

    private void decide(
            String clientId,
            Given given,
            Move move,
            Decided decided,
            String reason,
            @Nullable LocalDate until,
            String personId) {
        Running r = given.running();
        RowSeen row = row(r, given.advice().rowId());
        Metric metric = Metric.usual(r.scene().target().metric());
        mapper.decide(
                clientId,
                new Decision(
                        Ids.fresh(),
                        r.plan().id(),
                        r.campaign().id(),
                        r.account().id(),
                        row.rowId(),
                        row.label(),
                        move,
                        given.advice().says(),
                        decided,
                        reason,
                        until,
                        metric.code(),
                        value(metric, brought(row), r.scene().margin()),
                        r.scene().today(),
                        personId));
    }

    private static Counts brought(RowSeen row) {
        return row.days().stream().map(DayBrought::counts).reduce(Counts.NONE, Counts::plus);
    }

    private static @Nullable Double value(Metric metric, Counts counts, double margin) {
        return metric.of(new Facts(counts, margin)).stream().boxed().findFirst().orElse(null);
    }

    /**
     * A decision, and what came of it.
     *
     * @param before what the row was judged by on that day
     * @param since the same of the days after it; null while there is none
     * @param days after it that are known whole
     */
    record DecisionTold(
            String planId,
            String campaignId,
            String row,
            Move move,
            String says,
            Decided decided,
            String reason,
            @Nullable LocalDate until,
            LocalDate day,
            String person,
            String currency,
            MetricView metric,
            @Nullable Double before,
            @Nullable Double since,
            int days) {}

    List<DecisionTold> decisions(String clientId, Map<String, Account> accounts) {
        List<Decision> decided = mapper.decisions(clientId);
        if (decided.isEmpty()) {
            return List.of();
        }
        Map<RowKey, Brought> brought = rowDays.of(clientId, null);
        Map<String, Instant> until = rowDays.until(clientId);
        double margin = rowDays.margin(clientId);
        return decided.stream()
                .map(d -> {
                    Account account = Objects.requireNonNull(accounts.get(d.accountId()));
                    SortedMap<LocalDate, Counts> days = brought.getOrDefault(
                                    new RowKey(d.campaignId(), d.rowId()), Brought.NOTHING)
                            .days();
                    return told(d, account, after(d.day(), days, until.get(d.accountId()), account), margin);
                })
                .toList();
    }

    /** What came on whole days after a day. */
    private static SortedMap<LocalDate, Counts> after(
            LocalDate day, SortedMap<LocalDate, Counts> days, @Nullable Instant known, Account account) {
        LocalDate open =
                known == null ? day : known.atZone(ZoneId.of(account.zone())).toLocalDate();
        LocalDate next = day.plusDays(1);
        return open.isAfter(next) ? days.subMap(next, open) : Collections.emptySortedMap();
    }

    private static DecisionTold told(Decision d, Account account, SortedMap<LocalDate, Counts> after, double margin) {
        Metric metric = Metric.usual(d.metric());
        Counts since = after.values().stream().reduce(Counts.NONE, Counts::plus);
        return new DecisionTold(
                d.planId(),
                d.campaignId(),
                d.label(),
                d.move(),
                d.says(),
                d.decided(),
                d.reason(),
                d.untilDay(),
                d.day(),
                d.person(),
                account.currency(),
                MetricView.of(metric),
                d.beforeValue(),
                value(metric, since, margin),
                after.size());
    }

    /**
     * What a playbook would have advised on past days of the campaigns that run.
     *
     * @param beforeValue of what rows are judged by, until that day; afterValue from then on
     */
    record TriedAdvice(
            LocalDate day,
            String campaign,
            String campaignId,
            String row,
            String rowId,
            String currency,
            Move move,
            String says,
            MetricView metric,
            @Nullable Double beforeValue,
            @Nullable Double afterValue,
            long afterSpendMinor) {}

    /**
     * @param from the first day that it was tried on; null without one
     * @param to the last one
     */
    record TriedView(@Nullable LocalDate from, @Nullable LocalDate to, List<TriedAdvice> given) {}

    TriedView tryOut(String clientId, Playbook playbook) {
        List<TriedAdvice> given = new ArrayList<>();
        LocalDate from = null;
        LocalDate to = null;
        for (Running r : running.of(clientId, playbook)) {
            LocalDate first = r.rows().stream()
                    .flatMap(s -> s.days().stream().limit(1))
                    .map(DayBrought::day)
                    .min(LocalDate::compareTo)
                    .orElse(null);
            if (first == null) {
                continue;
            }
            from = from == null || first.isBefore(from) ? first : from;
            to = to == null || r.scene().today().isAfter(to) ? r.scene().today() : to;
            Metric metric = Metric.usual(r.scene().target().metric());
            // As if no row had been changed since its first day: what was done in fact is not known to the trial.
            List<RowSeen> rows =
                    r.rows().stream().map(PlaybookDesk::fromItsFirstDay).toList();
            for (Trial.Given g :
                    Trial.of(playbook, r.scene(), rows, first.plusDays(1)).given()) {
                given.add(new TriedAdvice(
                        g.day(),
                        r.campaign().facts().name(),
                        r.campaign().id(),
                        row(r, g.advice().rowId()).label(),
                        g.advice().rowId(),
                        r.account().currency(),
                        g.advice().move(),
                        g.advice().says(),
                        MetricView.of(metric),
                        value(metric, g.before(), r.scene().margin()),
                        value(metric, g.after(), r.scene().margin()),
                        g.after().spendMinor()));
            }
        }
        given.sort(Comparator.comparing(TriedAdvice::day));
        return new TriedView(from, to, given);
    }

    private static RowSeen fromItsFirstDay(RowSeen row) {
        return new RowSeen(
                row.rowId(),
                row.label(),
                row.daily(),
                row.days().isEmpty() ? row.since() : row.days().get(0).day(),
                row.bid(),
                row.suggested(),
                row.tested(),
                row.shown(),
                row.people(),
                row.days());
    }
}
