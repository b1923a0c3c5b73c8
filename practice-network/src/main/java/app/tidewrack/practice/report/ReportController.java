package app.tidewrack.practice.report;

import app.tidewrack.practice.delivery.Bitmaps;
import app.tidewrack.practice.report.ReportMapper.HourTold;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Numbers by ad and hour after a cursor, and different people reached by sets of ads. */
@RestController
@RequestMapping("/networks/hearthside")
class ReportController {
    private static final int PAGE = 5000;

    private final ReportMapper mapper;

    ReportController(ReportMapper mapper) {
        this.mapper = mapper;
    }

    /** @param after the last {@code seq} already had, 0 for all; an answer shorter than a page is the last */
    @GetMapping("/reports")
    List<HourTold> reports(@RequestParam String account, @RequestParam long after) {
        return mapper.after(account, after, PAGE);
    }

    /** How many different people each named set of ads has reached so far. */
    @PostMapping("/reach")
    Map<String, Long> reach(@RequestParam String account, @RequestBody Map<String, List<String>> sets) {
        Map<String, Long> reach = new HashMap<>();
        sets.forEach((name, ads) -> {
            RoaringBitmap people = new RoaringBitmap();
            if (!ads.isEmpty()) {
                mapper.reached(account, ads).forEach(b -> people.or(Bitmaps.bitmap(b)));
            }
            reach.put(name, people.getLongCardinality());
        });
        return reach;
    }
}
