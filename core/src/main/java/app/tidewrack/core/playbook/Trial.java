package app.tidewrack.core.playbook;

import app.tidewrack.core.playbook.Adviser.Scene;
import app.tidewrack.core.playbook.RowSeen.DayBrought;
import app.tidewrack.core.results.Counts;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * What a playbook would have advised on days that are past, each day knowing only what was known then, and what the rows went on
 * to bring without it. An advice that is repeated day after day is told once.
 */
public record Trial(List<Given> given) {

    /**
     * @param day on which it would have been given
     * @param before what the row had brought by then
     * @param after what it brought from then on
     */
    public record Given(LocalDate day, Advice advice, Counts before, Counts after) {}

    /**
     * @param scene its day is the last of the trial
     * @param from first day
     */
    public static Trial of(Playbook playbook, Scene scene, List<RowSeen> rows, LocalDate from) {
        List<Given> given = new ArrayList<>();
        Set<List<Object>> told = new HashSet<>();
        for (LocalDate day = from; !day.isAfter(scene.today()); day = day.plusDays(1)) {
            LocalDate yesterday = day.minusDays(1);
            List<RowSeen> then = rows.stream()
                    .map(r -> r.until(yesterday))
                    .filter(r -> !r.days().isEmpty())
                    .toList();
            Scene at =
                    new Scene(scene.target(), scene.purpose(), scene.shared(), scene.roomMinor(), day, scene.margin());
            for (Advice advice : Adviser.advise(playbook, at, then)) {
                if (advice.move() != Move.LEAVE_ALONE && told.add(List.of(advice.rowId(), advice.move()))) {
                    RowSeen row = rows.stream()
                            .filter(r -> r.rowId().equals(advice.rowId()))
                            .findFirst()
                            .orElseThrow();
                    given.add(new Given(day, advice, brought(row, day, true), brought(row, day, false)));
                }
            }
        }
        return new Trial(List.copyOf(given));
    }

    private static Counts brought(RowSeen row, LocalDate day, boolean before) {
        return row.days().stream()
                .filter(d -> d.day().isBefore(day) == before)
                .map(DayBrought::counts)
                .reduce(Counts.NONE, Counts::plus);
    }
}
