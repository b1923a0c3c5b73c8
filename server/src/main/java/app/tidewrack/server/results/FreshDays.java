package app.tidewrack.server.results;

import app.tidewrack.core.results.Arrivals;
import app.tidewrack.core.results.Coming.Fresh;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import app.tidewrack.core.results.Metric;
import app.tidewrack.server.facts.FactRow;
import app.tidewrack.server.facts.Lateness;
import app.tidewrack.server.results.FactSums.Spent;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Finds of groups of ads the money of days that are not all in yet. */
@Component
@RequiredArgsConstructor
class FreshDays {
    /** What is counted, and may come late. */
    private static final List<String> COUNTED = Metric.USUAL.values().stream()
            .filter(Metric::isCount)
            .map(Metric::code)
            .filter(code -> !code.equals(Measure.RESULTS.code()))
            .toList();

    private final FactSums facts;
    private final Lateness lateness;

    /** Takes what is due of a count for a group's money of a day. */
    interface Taker {
        /** @param usual results for a minor unit on the whole account, whatever is asked for */
        void take(By.Group group, LocalDate day, String counted, Fresh due, double usual);
    }

    void due(String clientId, Groups groups, LocalDate from, LocalDate to, Taker taker) {
        Map<String, Map<String, LocalDate>> freshByAccount = new HashMap<>();
        LocalDate first = LocalDate.MAX;
        Map<String, Arrivals> arrivals = lateness.of(clientId);
        for (Map.Entry<String, Arrivals> of : arrivals.entrySet()) {
            Map<String, LocalDate> fresh = new HashMap<>();
            for (String counted : COUNTED) {
                LocalDate since = of.getValue().freshFrom(counted);
                if (!since.isAfter(of.getValue().today())) {
                    fresh.put(counted, since);
                    first = since.isBefore(first) ? since : first;
                }
            }
            freshByAccount.put(of.getKey(), fresh);
        }
        LocalDate since = first.isBefore(from) ? from : first;
        if (since.isAfter(to)) {
            return;
        }
        Map<String, Map<String, Double>> usual = usual(clientId, freshByAccount);
        for (Spent spent : facts.spent(clientId, groups.ads(), groups.numbers(), since, to)) {
            By.Group group = groups.at(spent.groupNumber());
            freshByAccount.getOrDefault(group.accountId(), Map.of()).forEach((counted, freshFrom) -> {
                if (!spent.day().isBefore(freshFrom)) {
                    Arrivals of = Objects.requireNonNull(arrivals.get(group.accountId()));
                    taker.take(
                            group,
                            spent.day(),
                            counted,
                            Fresh.due(spent.spendMinor(), of, counted, spent.day()),
                            usual.getOrDefault(group.accountId(), Map.of()).getOrDefault(counted, 0.0));
                }
            });
        }
    }

    /** Of what may be late, by account: over all that it ever brought, of which fresh days are little. */
    private Map<String, Map<String, Double>> usual(String clientId, Map<String, Map<String, LocalDate>> fresh) {
        Map<String, Map<String, Double>> usual = new HashMap<>();
        for (Map<String, Object> row : facts.ofAccounts(clientId)) {
            String account = (String) Objects.requireNonNull(row.get("account_id"));
            Counts counts = FactRow.counts(row);
            Map<String, Double> rates = new HashMap<>();
            for (String counted : fresh.getOrDefault(account, Map.of()).keySet()) {
                double count = Metric.usual(counted).of(counts).orElse(0);
                rates.put(counted, counts.spendMinor() > 0 ? count / counts.spendMinor() : 0);
            }
            usual.put(account, rates);
        }
        return usual;
    }
}
