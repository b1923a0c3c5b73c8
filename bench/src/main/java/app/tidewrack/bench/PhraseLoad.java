package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.feedback.FoundPhrase;
import app.tidewrack.core.feedback.Language;
import app.tidewrack.core.feedback.PhraseFinder;
import app.tidewrack.core.feedback.Said;
import app.tidewrack.core.feedback.Scrub;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Phrases found in 50,000 reviews of 55 words on average: ordinary words by their law, with 60 phrases that 0.2 to 2 % say. */
final class PhraseLoad {
    private static final int REVIEWS = 50_000;
    private static final int PLANTED = 60;
    private static final int SENTENCES = 6;
    private static final int WORDS = 9;
    private static final long SEED = 19;

    private final Random chance = new Random(SEED);
    private final List<String> ordinary = words();

    private static List<String> words() {
        try (InputStream in = Objects.requireNonNull(Language.class.getResourceAsStream("ordinary.en.txt"));
                BufferedReader lines = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8))) {
            return lines.lines().filter(w -> w.matches("[a-z]+")).toList();
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    private List<String> planted() {
        return Stream.generate(() -> rare() + " " + rare()).limit(PLANTED).toList();
    }

    /** All of them, in which some say what is planted. */
    List<String> reviews(List<String> planted) {
        return Stream.generate(() -> review(planted)).limit(REVIEWS).toList();
    }

    /** As a table of what was said and stars. */
    String table() {
        StringBuilder csv = new StringBuilder("review,stars\n");
        int number = 0;
        for (String review : reviews(planted())) {
            csv.append('"')
                    .append(review)
                    .append("\",")
                    .append(1 + number++ % 5)
                    .append('\n');
        }
        return csv.toString();
    }

    List<Figure> figures() {
        List<String> planted = planted();
        List<String> written = reviews(planted);
        long start = System.nanoTime();
        List<Said> said = new ArrayList<>();
        for (String review : written) {
            String clean = Scrub.clean(review, List.of());
            if (Language.guess(clean).equals(Optional.of(Language.EN))) {
                said.add(new Said(said.size(), clean, 1 + said.size() % 5, "reviews"));
            }
        }
        double taken = seconds(start);
        start = System.nanoTime();
        List<FoundPhrase> found = PhraseFinder.find(said, Language.EN, percent -> true);
        double sought = seconds(start);
        String all = found.stream()
                .map(p -> p.words() + " | " + String.join(" | ", p.alike()))
                .collect(Collectors.joining(" | "));
        long kept = planted.stream().filter(all::contains).count();
        return List.of(
                new Figure("50,000 reviews cleaned and told by language", taken, "s", 10, false),
                new Figure("phrases found in them", sought, "s", 10, false),
                new Figure("understood as English", 100.0 * said.size() / REVIEWS, "%", 99, true),
                new Figure("planted phrases found", 100.0 * kept / PLANTED, "%", 90, true));
    }

    private static double seconds(long start) {
        return (System.nanoTime() - start) / 1e9;
    }

    private String review(List<String> planted) {
        StringBuilder text = new StringBuilder();
        for (int s = 0; s < SENTENCES; s++) {
            for (int w = 0; w < WORDS; w++) {
                text.append(word()).append(' ');
            }
            // The i-th phrase is in 1 of 8 (i + 8) sentences.
            int phrase = chance.nextInt(PLANTED);
            if (chance.nextInt(phrase + 8) == 0) {
                text.append(planted.get(phrase));
            }
            text.append(". ");
        }
        return text.toString();
    }

    /** By Zipf's law. */
    private String word() {
        return ordinary.get((int)
                Math.min(ordinary.size() - 1, Math.exp(chance.nextDouble() * Math.log(ordinary.size())) - 1));
    }

    private String rare() {
        return ordinary.get(3_000 + chance.nextInt(6_000));
    }
}
