package app.tidewrack.practice.report;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.account.AccountDesk;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.engagement.Bitmaps;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.report.ReportJobs.Question;
import app.tidewrack.practice.report.ReportMapper.Shown;
import java.time.Instant;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Numbers by ad and hour after a cursor, report jobs with breakdowns, and different people reached by sets of ads. */
@RestController
@RequestMapping("/networks/{network}/accounts/{account}")
@RequiredArgsConstructor
class ReportController {
    private static final int MOST_SETS = 10_500;
    private static final RoaringBitmap NOBODY = new RoaringBitmap();
    private static final LocalDate EARLIEST = LocalDate.of(2000, 1, 1);
    private static final LocalDate LATEST = LocalDate.of(2100, 1, 1);

    private final ReportMapper mapper;
    private final ReportJobs jobs;
    private final AccountDesk accounts;
    private final Networks networks;
    private final PracticeClock clock;

    /** @param counts what is not 0, by measure */
    record HourTold(long seq, String adId, Instant hour, long spendMinor, Map<String, Long> counts) {}

    /**
     * An hour told again with a higher {@code seq} takes the place of what was told before.
     *
     * @param after the last {@code seq} already had, 0 for all; an empty answer is the end
     */
    @GetMapping("/hours")
    List<HourTold> hours(
            @PathVariable String network, @PathVariable String account, @RequestParam(defaultValue = "0") long after) {
        accounts.account(network, account);
        int page = networks.network(network).rulebook().calls().page();
        return mapper.after(network, account, after, clock.now(), page).stream()
                .map(h -> new HourTold(h.seq(), h.adId(), h.hour(), h.spendMinor(), counts(Tally.of(h.content()))))
                .toList();
    }

    private static Map<String, Long> counts(Tally tally) {
        Map<String, Long> counts = new LinkedHashMap<>();
        for (Measure measure : Measure.ALL) {
            if (measure != Measure.SPEND_TINY && tally.total(measure) != 0) {
                counts.put(measure.field(), tally.total(measure));
            }
        }
        return counts;
    }

    /** How many different people each named set of ads has reached from one day to another, both included. */
    @PostMapping("/reach")
    Map<String, Long> reach(
            @PathVariable String network,
            @PathVariable String account,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestBody Map<String, List<String>> sets) {
        accounts.account(network, account);
        if (sets.size() > MOST_SETS) {
            throw new Refusal(
                    "sets", "The call names %,d sets; the most is %,d.".formatted(sets.size(), MOST_SETS), "Split it.");
        }
        LocalDate first = from == null ? EARLIEST : from;
        LocalDate last = to == null ? LATEST : to;
        Set<String> ads = sets.values().stream().flatMap(List::stream).collect(Collectors.toSet());
        Map<String, Long> reach = new HashMap<>();
        if (ads.isEmpty()) {
            sets.keySet().forEach(name -> reach.put(name, 0L));
            return reach;
        }
        Map<String, RoaringBitmap> people = new HashMap<>();
        mapper.reached(network, account, ads, first, last)
                .forEach(r -> people.computeIfAbsent(r.adId(), id -> new RoaringBitmap())
                        .or(Bitmaps.bitmap(r.people())));
        Map<String, Long> shown = mapper.impressions(network, account, ads, first, last, clock.now()).stream()
                .collect(Collectors.toMap(Shown::adId, Shown::impressions));
        sets.forEach((name, of) -> reach.put(name, reach(of, people, shown)));
        return reach;
    }

    /** People are known before their impressions may be told; never more people than impressions are told. */
    private static long reach(List<String> ads, Map<String, RoaringBitmap> people, Map<String, Long> shown) {
        RoaringBitmap all = new RoaringBitmap();
        long told = 0;
        for (String ad : Set.copyOf(ads)) {
            all.or(people.getOrDefault(ad, NOBODY));
            told += shown.getOrDefault(ad, 0L);
        }
        return Math.min(all.getLongCardinality(), told);
    }

    @PostMapping("/report-jobs")
    ReportJobs.View job(@PathVariable String network, @PathVariable String account, @RequestBody Question question) {
        return jobs.begin(network, account, question);
    }

    @GetMapping("/report-jobs/{id}")
    ReportJobs.View job(@PathVariable String network, @PathVariable String account, @PathVariable String id) {
        return jobs.view(network, account, id);
    }

    /** @param page from 0; an empty answer is the end */
    @GetMapping(path = "/report-jobs/{id}/rows", produces = MediaType.APPLICATION_JSON_VALUE)
    byte[] rows(
            @PathVariable String network,
            @PathVariable String account,
            @PathVariable String id,
            @RequestParam(defaultValue = "0") int page) {
        return jobs.rows(network, account, id, page);
    }
}
