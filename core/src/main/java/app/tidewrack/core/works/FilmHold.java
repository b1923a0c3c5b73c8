package app.tidewrack.core.works;

import app.tidewrack.core.evidence.Comparison;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Where a film is left: of those who began to watch, the share that is still there by each quarter, beside the client's other films.
 *
 * @param film its hash
 * @param began how many watched three seconds
 * @param still share of them still watching at {@link #MARKS}, 1 at the start; never rising
 * @param usual the middle of the other films at the same marks; empty where there is none
 * @param others how many other films there are
 * @param drop the part in which it loses most beyond the usual; null where none stands out
 */
public record FilmHold(
        String film,
        long began,
        List<Double> still,
        List<Double> usual,
        int others,
        @Nullable Drop drop) {

    /** Shares of a film at which networks count who is still there; the last is taken for the end. */
    public static final List<Double> MARKS = List.of(0.0, 0.25, 0.5, 0.75, 0.95);

    /** How surely a part must lose more than the others' to be marked, for all parts of a film together. */
    private static final double LEVEL = 0.05;

    /** And how many times as much of what was left. */
    private static final double LEAST_TIMES = 1.15;

    /**
     * What was counted of one film over all its ads.
     *
     * @param reached who began, then who watched a quarter, half, three quarters and the end
     */
    public record Watched(String film, List<Long> reached) {
        /** Late corrections may tell more at a later mark than at an earlier one: those were there, too. */
        List<Long> falling() {
            List<Long> falling = new ArrayList<>(reached);
            for (int i = falling.size() - 2; i >= 0; i--) {
                falling.set(i, Math.max(falling.get(i), falling.get(i + 1)));
            }
            return falling;
        }

        List<Double> still() {
            List<Long> falling = falling();
            return falling.stream().map(n -> (double) n / falling.get(0)).toList();
        }
    }

    /**
     * @param from number of the mark at which it begins, from 0
     * @param lost of those still there, how large a part leaves until the next mark
     * @param usual the same of the other films; null where there is none
     */
    public record Drop(int from, double lost, @Nullable Double usual) {}

    /** Of each film that somebody began to watch, in the order given. */
    public static List<FilmHold> of(List<Watched> films) {
        List<Watched> seen = films.stream().filter(f -> f.falling().get(0) > 0).toList();
        return seen.stream()
                .map(f -> of(
                        f, seen.stream().filter(o -> !o.film().equals(f.film())).toList()))
                .toList();
    }

    private static FilmHold of(Watched film, List<Watched> others) {
        return new FilmHold(
                film.film(),
                film.falling().get(0),
                film.still(),
                others.isEmpty()
                        ? List.of()
                        : IntStream.range(0, MARKS.size())
                                .mapToObj(i -> median(others.stream()
                                        .map(o -> o.still().get(i))
                                        .sorted()
                                        .toList()))
                                .toList(),
                others.size(),
                drop(film, others));
    }

    private static double median(List<Double> sorted) {
        int half = sorted.size() / 2;
        return sorted.size() % 2 == 1 ? sorted.get(half) : (sorted.get(half - 1) + sorted.get(half)) / 2;
    }

    private static @Nullable Drop drop(Watched film, List<Watched> others) {
        List<Long> own = film.falling();
        List<Drop> parts = new ArrayList<>();
        List<Double> ps = new ArrayList<>();
        for (int i = 0; i + 1 < own.size(); i++) {
            int at = i;
            long there = own.get(i);
            long left = there - own.get(i + 1);
            long othersThere =
                    others.stream().mapToLong(o -> o.falling().get(at)).sum();
            long othersLeft = othersThere
                    - others.stream().mapToLong(o -> o.falling().get(at + 1)).sum();
            if (there > 0) {
                double lost = (double) left / there;
                Double usual = othersThere > 0 ? (double) othersLeft / othersThere : null;
                parts.add(new Drop(i, lost, usual));
                ps.add(usual == null ? 1 : Comparison.ofShares(left, there, othersLeft, othersThere));
            }
        }
        List<Double> forAll = Comparison.holm(ps);
        Drop most = null;
        double beyond = 0;
        for (int i = 0; i < parts.size(); i++) {
            Drop part = parts.get(i);
            Double usual = part.usual();
            if (usual != null
                    && forAll.get(i) <= LEVEL
                    && part.lost() >= LEAST_TIMES * usual
                    && part.lost() - usual > beyond) {
                most = part;
                beyond = part.lost() - usual;
            }
        }
        return most;
    }
}
