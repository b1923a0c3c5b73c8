package app.tidewrack.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A backup is kept while all runs, the whole is lost, and it is there again, row by row. */
class BackupIT {
    private static final Map<String, String> KEY = Map.of("TIDEWRACK_BACKUP_KEY", "a key that only this journey has");

    /** How many rows each table has, and a sum of what they say. */
    private static Map<String, String> rows(Installation.Folder folder, String database) throws Exception {
        String tables = folder.sql(
                database,
                "select relname from pg_class where relnamespace = 'public'::regnamespace and relkind in ('r', 'p')"
                        + " and not relispartition order by 1");
        StringBuilder all = new StringBuilder();
        for (String table : tables.split("\n")) {
            all.append(all.isEmpty() ? "" : " union all ")
                    .append(
                            "select '%1$s', count(*), coalesce(sum(hashtextextended(t::text, 0)::numeric), 0) from %1$s t"
                                    .formatted(table));
        }
        Map<String, String> rows = new TreeMap<>();
        for (String line : folder.sql(database, all.toString()).split("\n")) {
            rows.put(line.substring(0, line.indexOf('|')), line.substring(line.indexOf('|') + 1));
        }
        return rows;
    }

    private static Map<String, String> rows(Installation.Folder folder) throws Exception {
        Map<String, String> rows = new TreeMap<>();
        for (String database : List.of("tidewrack", "practice")) {
            rows(folder, database).forEach((table, sums) -> rows.put(database + "." + table, sums));
        }
        return rows;
    }

    @Test
    void whatWasKeptIsThereAgain(@TempDir Path elsewhere) throws Exception {
        Path backup = elsewhere.resolve("one.backup");
        Installation.Folder own = Installation.folder();
        Map<String, String> before;
        // What the programs write by themselves, whether anybody is there or not, would be told apart by a moment.
        Installation.takeAway("server");
        Installation.takeAway("practice-network");
        try {
            before = rows(own);
            own.run(KEY, "backup", backup.toString());
        } finally {
            Installation.bringBack("practice-network");
            Installation.bringBack("server");
        }
        assertThat(before).hasSizeGreaterThan(80);
        assertThat(new String(Files.readAllBytes(backup), 0, 8, StandardCharsets.US_ASCII))
                .isEqualTo("Salted__");

        Installation.Folder restored = new Installation.Folder(elsewhere.resolve("restored"));
        assertThat(restored.tryRun(Map.of("TIDEWRACK_BACKUP_KEY", "another"), "restore", backup.toString()))
                .contains("does not open it, or it is damaged");
        Files.write(elsewhere.resolve("cut.backup"), Arrays.copyOf(Files.readAllBytes(backup), 100_000));
        assertThat(restored.tryRun(
                        KEY, "restore", elsewhere.resolve("cut.backup").toString()))
                .contains("damaged");
        restored.run(KEY, "restore", backup.toString());
        try {
            restored.run(Map.of(), "start", "database");
            assertThat(restored.tryRun(KEY, "restore", backup.toString())).contains("holds data already");
            Map<String, String> after = rows(restored);
            assertThat(after.keySet()).isEqualTo(before.keySet());
            after.entrySet().removeAll(before.entrySet());
            assertThat(after).as("tables that are not as they were").isEmpty();
            restored.run(Map.of(), "start");
            Calls ines = new Calls(restored.url(), "ines@withyandoar.example");
            assertThat(ines.get("/api/clients").getAsJsonArray()).hasSizeGreaterThanOrEqualTo(3);
        } finally {
            restored.run(Map.of(), "reset");
        }
    }
}
