package app.tidewrack.practice.world;

import java.util.List;

/** Something people are seen doing. */
public record Habit(String code, String words, Liking liking) {
    public static final List<Habit> ALL =
            Table.barred("habits.txt").stream().map(Habit::of).toList();

    private static Habit of(String[] parts) {
        String[] name = parts[0].split("=");
        String[] last = parts[3].strip().split("\\s+");
        return new Habit(
                name[0],
                name[1],
                new Liking(
                        Double.parseDouble(parts[1]),
                        Liking.pull(parts[2]),
                        Double.parseDouble(last[0]),
                        Double.parseDouble(last[1])));
    }
}
