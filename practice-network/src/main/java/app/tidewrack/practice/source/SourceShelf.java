package app.tidewrack.practice.source;

import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.network.AudienceOffer.LookalikeRule;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.NotKnown;
import app.tidewrack.practice.account.Account;
import app.tidewrack.practice.clock.PracticeClock;
import app.tidewrack.practice.engagement.Bitmaps;
import app.tidewrack.practice.engagement.Site;
import app.tidewrack.practice.engagement.SiteEvent;
import app.tidewrack.practice.engagement.SiteVisitors;
import app.tidewrack.practice.engagement.Tie;
import app.tidewrack.practice.engagement.Ties;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.source.Likeness.Feature;
import app.tidewrack.practice.source.SourceMapper.Row;
import app.tidewrack.practice.world.World;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import lombok.RequiredArgsConstructor;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Finds the people of source audiences and of their lookalikes. */
@Component
@RequiredArgsConstructor
public class SourceShelf {
    private static final Pattern LOOKALIKE = Pattern.compile("([A-Za-z0-9]+):([A-Z]{2}):(\\d{1,2})-(\\d{1,2})");
    private static final int USUAL_DAYS = 180;

    /** What likeness is judged by: all that networks see, nothing that is hidden. */
    private static final List<TermKind> JUDGED = List.of(
            TermKind.INTEREST,
            TermKind.HABIT,
            TermKind.DEVICE,
            TermKind.SYSTEM,
            TermKind.INCOME,
            TermKind.DEGREE,
            TermKind.JOB_FUNCTION,
            TermKind.SENIORITY);

    private final SourceMapper mapper;
    private final World world;
    private final SiteVisitors visitors;
    private final Ties ties;
    private final PracticeClock clock;
    private final JsonMapper json;
    private final Cache<SourceAt, RoaringBitmap> found =
            Caffeine.newBuilder().maximumSize(400).build();
    private final Cache<Seeded, int[]> rankings =
            Caffeine.newBuilder().maximumSize(60).build();

    private record SourceAt(String network, String account, String id, int version, Instant hour) {}

    private record Seeded(SourceAt source, String country) {}

    /**
     * Real people of a source as of now.
     *
     * @throws Refusal when the account has no such source
     */
    public RoaringBitmap people(Account account, String id) {
        Row row = row(account, id);
        return found.get(at(account, row), k -> people(account, row));
    }

    private SourceAt at(Account account, Row row) {
        return new SourceAt(account.network(), account.id(), row.id(), row.version(), clock.now());
    }

    private Row row(Account account, String id) {
        return mapper.find(account.network(), account.id(), id)
                .orElseThrow(() -> new Refusal(
                        "conditions",
                        "The account %s has no source audience “%s”.".formatted(account.id(), id),
                        "Make it first, or take it out."));
    }

    private RoaringBitmap people(Account account, Row row) {
        SourceOrder rule = json.readValue(row.rule(), SourceOrder.class);
        LocalDate today = clock.now().atZone(account.zone()).toLocalDate();
        int to = rule.toDay() == null ? USUAL_DAYS : rule.toDay();
        String subject = rule.subject() == null ? "" : rule.subject();
        String scope = account.network() + "/" + account.id();
        return switch (rule.kind()) {
            case "list" -> Bitmaps.bitmap(row.people());
            case "site" -> site(account, rule, today, to);
            case "video" -> within(Tie.watched(scope, subject, rule.percent() == null ? 0 : rule.percent()), today, to);
            case "form" -> within(Tie.form(scope, subject, "send".equals(rule.event())), today, to);
            default -> within(Tie.engaged(scope, subject), today, to);
        };
    }

    private RoaringBitmap site(Account account, SourceOrder rule, LocalDate today, int to) {
        Site site = account.site();
        int from = rule.fromDay() == null ? 0 : rule.fromDay();
        SiteEvent event = SiteEvent.of(rule.event() == null ? "view" : rule.event());
        return site == null ? new RoaringBitmap() : visitors.lastSeen(site, event, today, from, to);
    }

    private RoaringBitmap within(Tie tie, LocalDate today, int days) {
        Map<LocalDate, RoaringBitmap> byDay = ties.between(tie, today.minusDays(days), today);
        return RoaringBitmap.or(byDay.values().iterator());
    }

    /**
     * Panel people of a lookalike band.
     *
     * @param code {@code source:country:from-to}, in whole percent of the country
     */
    public RoaringBitmap lookalike(Account account, Network network, String code) {
        Matcher parts = LOOKALIKE.matcher(code);
        LookalikeRule rule = network.rulebook().audience().lookalike();
        int most = rule.mostPercent();
        if (!parts.matches()) {
            throw new Refusal(
                    "conditions", "“%s” is no lookalike band.".formatted(code), "Write source:GB:0-1, for instance.");
        }
        int from = Integer.parseInt(parts.group(3));
        int to = Integer.parseInt(parts.group(4));
        if (from >= to || to > most) {
            throw new Refusal(
                    "conditions",
                    "The band %d to %d %% is not within 0 to %d %%.".formatted(from, to, most),
                    "Choose a narrower one.");
        }
        String country = parts.group(2);
        Row row = row(account, parts.group(1));
        RoaringBitmap seed = seed(account, row, country);
        requireEnough(seed, rule, country);
        int[] ranked = rankings.get(new Seeded(at(account, row), country), k -> ranked(seed, country));
        RoaringBitmap band = new RoaringBitmap();
        band.add(Arrays.copyOfRange(
                ranked, (int) (ranked.length * (from / 100.0)), (int) (ranked.length * (to / 100.0))));
        return band;
    }

    private void requireEnough(RoaringBitmap realSeed, LookalikeRule rule, String country) {
        long seeds = realSeed.getLongCardinality();
        if (seeds < rule.leastSeed()) {
            throw new Refusal(
                    "conditions",
                    "The seed has %,d people in %s; a lookalike needs %,d.".formatted(seeds, country, rule.leastSeed()),
                    "Take a larger source or another country.");
        }
    }

    private RoaringBitmap seed(Account account, Row row, String country) {
        RoaringBitmap home = world.panel().inCountry(country);
        RoaringBitmap there = new RoaringBitmap();
        people(account, row.id()).forEach((IntConsumer) real -> {
            if (home.contains(real / world.weight())) {
                there.add(real);
            }
        });
        return there;
    }

    private int[] ranked(RoaringBitmap realSeed, String country) {
        return likeness(realSeed, country).ranked(world.panel().inCountry(country));
    }

    private Likeness likeness(RoaringBitmap realSeed, String country) {
        RoaringBitmap seed = new RoaringBitmap();
        realSeed.forEach((IntConsumer) real -> seed.add(real / world.weight()));
        return Likeness.of(world.panel().inCountry(country), seed, features());
    }

    private List<Feature> features() {
        List<Feature> features = new ArrayList<>();
        JUDGED.forEach(kind -> world.panel()
                .columns(kind)
                .forEach((code, people) -> features.add(new Feature(kind.name(), code, people))));
        features.add(new Feature("GENDER", "women", world.panel().women()));
        for (int age = 15; age < 80; age += 10) {
            features.add(new Feature(
                    "AGES", "%d-%d".formatted(age, age + 9), world.panel().aged(age, age + 9)));
        }
        return features;
    }

    /** What sets a source apart in a country. */
    SourceFacts.Traits traits(Account account, Network network, String id, String country, int most) {
        RoaringBitmap seed = seed(account, row(account, id), country);
        requireEnough(seed, network.rulebook().audience().lookalike(), country);
        List<SourceFacts.Trait> traits = likeness(seed, country).features().stream()
                .map(w -> new SourceFacts.Trait(w.feature().kind(), w.feature().code(), w.lift(), w.share()))
                .toList();
        return new SourceFacts.Traits(
                country,
                seed.getLongCardinality(),
                traits.stream().filter(t -> t.lift() > 1).limit(most).toList(),
                traits.stream().filter(t -> t.lift() < 1).limit(most).toList());
    }

    /** @throws NotKnown when the account has no such source */
    Row required(Account account, String id) {
        return mapper.find(account.network(), account.id(), id).orElseThrow(() -> new NotKnown("source audience", id));
    }
}
