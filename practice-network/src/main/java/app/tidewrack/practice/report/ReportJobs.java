package app.tidewrack.practice.report;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.report.ReportMapper.Hour;
import app.tidewrack.practice.report.ReportMapper.Job;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.cursor.Cursor;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Reports made in the background: hours are read as they come and rows written by the page, so memory stays bounded. */
@Component
@RequiredArgsConstructor
class ReportJobs {
    private static final Logger LOG = LoggerFactory.getLogger(ReportJobs.class);
    private static final long MOST_ROWS = 2_000_000;

    private final ReportMapper mapper;
    private final AccountDesk accounts;
    private final Networks networks;
    private final PracticeClock clock;
    private final Labels labels;
    private final JsonMapper json;
    private final TransactionTemplate transaction;
    private final ExecutorService worker = Executors.newSingleThreadExecutor(r -> {
        Thread thread = new Thread(r, "report-jobs");
        thread.setDaemon(true);
        return thread;
    });

    @PreDestroy
    void stop() {
        worker.shutdownNow();
    }

    /**
     * @param from first day, in the account's zone
     * @param to last day, included
     * @param hourly a row for each hour; otherwise for each day
     * @param by what to break down by; none for whole ads
     */
    record Question(
            LocalDate from,
            LocalDate to,
            boolean hourly,
            @Nullable List<String> by) {}

    /** @param state {@code RUNNING}, {@code DONE} or {@code FAILED} */
    record View(
            String id, String state, long rows, @Nullable String problem) {}

    /** @param counts what is not 0, by measure; spend apart from them, in minor units */
    record Row(
            String adId,
            LocalDate day,
            @Nullable Instant hour,
            Map<String, String> by,
            long spendMinor,
            Map<String, Long> counts) {}

    View begin(String network, String account, Question question) {
        Account of = accounts.account(network, account);
        if (question.from() == null || question.to() == null || question.from().isAfter(question.to())) {
            throw new Refusal(
                    "from",
                    "The report runs from %s to %s.".formatted(question.from(), question.to()),
                    "Put the earlier day first.");
        }
        Network on = networks.network(network);
        List<String> by = question.by();
        Breakdown breakdown = by == null || by.isEmpty() ? null : new Breakdown(on, labels, by);
        String id = on.code() + "R" + mapper.nextNumber();
        Instant now = clock.now();
        mapper.insertJob(id, network, account, json.writeValueAsString(question), now);
        worker.execute(() -> make(id, on, of, question, breakdown, now));
        return view(network, account, id);
    }

    View view(String network, String account, String id) {
        Job job = job(network, account, id);
        return new View(job.id(), job.state(), job.rows(), job.problem());
    }

    private Job job(String network, String account, String id) {
        return mapper.job(network, account, id).orElseThrow(() -> new NotKnown("report job", id));
    }

    byte[] rows(String network, String account, String id, int page) {
        Job job = job(network, account, id);
        if (!job.state().equals("DONE")) {
            throw new Refusal("id", "The report is %s.".formatted(job.state()), "Ask for its rows once it is DONE.");
        }
        return mapper.page(id, page).orElseGet(() -> "[]".getBytes(StandardCharsets.UTF_8));
    }

    private void make(
            String id,
            Network network,
            Account account,
            Question question,
            @Nullable Breakdown breakdown,
            Instant now) {
        try {
            transaction.executeWithoutResult(t -> {
                Pages pages = new Pages(id, network.rulebook().calls().page());
                read(network, account, question, breakdown, now, pages);
                pages.end();
                mapper.endJob(id, "DONE", pages.rows, null);
            });
        } catch (RuntimeException e) {
            LOG.warn("Report {} failed", id, e);
            mapper.endJob(id, "FAILED", 0, e.getMessage());
        }
    }

    private void read(
            Network network,
            Account account,
            Question question,
            @Nullable Breakdown breakdown,
            Instant now,
            Pages pages) {
        try (Cursor<Hour> hours = mapper.between(network.slug(), account.id(), question.from(), question.to(), now)) {
            Bucket open = null;
            for (Hour hour : hours) {
                Bucket of = new Bucket(hour, question.hourly(), account.currency());
                if (open == null || !open.isSame(of)) {
                    if (open != null) {
                        open.rows(breakdown).forEach(pages::add);
                    }
                    open = of;
                }
                open.add(hour);
            }
            if (open != null) {
                open.rows(breakdown).forEach(pages::add);
            }
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The hours that make up one row, or the rows of one breakdown. */
    private static final class Bucket {
        private final Currency currency;
        private final String adId;
        private final LocalDate day;
        private final @Nullable Instant hour;
        private final Tally tally = new Tally();
        private long spendMinor;

        Bucket(Hour first, boolean hourly, Currency currency) {
            this.currency = currency;
            adId = first.adId();
            day = first.day();
            hour = hourly ? first.hour() : null;
        }

        boolean isSame(Bucket other) {
            return adId.equals(other.adId) && day.equals(other.day) && (hour == null || hour.equals(other.hour));
        }

        void add(Hour more) {
            tally.add(Tally.of(more.content()));
            spendMinor += more.spendMinor();
        }

        List<Row> rows(@Nullable Breakdown breakdown) {
            if (breakdown == null) {
                long[] total = new long[Measure.ALL.length];
                for (Measure m : Measure.ALL) {
                    total[m.ordinal()] = tally.total(m);
                }
                return List.of(row(Map.of(), total, spendMinor));
            }
            Map<Map<String, String>, long[]> cells = breakdown.rows(tally);
            List<Row> rows = new ArrayList<>();
            List<Long> spend = shares(cells.values());
            int i = 0;
            for (Map.Entry<Map<String, String>, long[]> cell : cells.entrySet()) {
                rows.add(row(cell.getKey(), cell.getValue(), spend.get(i++)));
            }
            return rows;
        }

        /** Whole minor units for each cell, so that they add up to what the ad is said to have spent. */
        private List<Long> shares(Collection<long[]> cells) {
            long[] tiny = cells.stream()
                    .mapToLong(c -> c[Measure.SPEND_TINY.ordinal()])
                    .toArray();
            return Arrays.stream(tiny).sum() == 0
                    ? cells.stream().map(c -> 0L).toList()
                    : new Money(spendMinor, currency)
                            .splitBy(tiny).stream().map(Money::minor).toList();
        }

        private Row row(Map<String, String> by, long[] counts, long minor) {
            Map<String, Long> told = new LinkedHashMap<>();
            for (Measure measure : Measure.ALL) {
                if (measure != Measure.SPEND_TINY && counts[measure.ordinal()] != 0) {
                    told.put(measure.field(), counts[measure.ordinal()]);
                }
            }
            return new Row(adId, day, hour, by, minor, told);
        }
    }

    private final class Pages {
        private final String jobId;
        private final int size;
        private final List<Row> open = new ArrayList<>();
        private int page;
        private long rows;

        Pages(String jobId, int size) {
            this.jobId = jobId;
            this.size = size;
        }

        void add(Row row) {
            if (++rows > MOST_ROWS) {
                throw new Refusal(
                        "to", "The report has more than %,d rows.".formatted(MOST_ROWS), "Ask for fewer days.");
            }
            open.add(row);
            if (open.size() == size) {
                end();
            }
        }

        void end() {
            if (!open.isEmpty()) {
                mapper.insertPage(jobId, page++, json.writeValueAsBytes(open));
                open.clear();
            }
        }
    }
}
