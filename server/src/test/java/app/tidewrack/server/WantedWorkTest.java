package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.server.job.WantedWork;
import com.github.kagkarlsson.scheduler.task.Task;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.boot.test.context.TestConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.transaction.support.TransactionTemplate;

/** Work that is asked for from many sides at once, before, while and as it ends: none of it is missed, and none is left lying. */
class WantedWorkTest extends WithServer {
    private static final String JOB = "count-what-is-there";
    private static final int SIDES = 4;
    private static final int TIMES = 60;

    private static final AtomicInteger RUNS = new AtomicInteger();

    @Autowired
    private WantedWork work;

    @Autowired
    private TransactionTemplate transaction;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    /** Counts what was there when it began, and takes its time before it says so. */
    @TestConfiguration
    static class Counting {
        @Bean
        Task<String> counting(WantedWork work, JdbcTemplate sql) {
            return work.task(JOB, name -> {
                int there = sql.queryForObject("select count(*) from made where name = ?", Integer.class, name);
                sql.update("update counted set there = ? where name = ?", there, name);
                // Now and then it has to go on later, as when a network is away.
                return RUNS.incrementAndGet() % 5 == 0 ? Optional.of(Duration.ofMillis(20)) : Optional.empty();
            });
        }
    }

    @BeforeEach
    void nothingIsThere() {
        sql.execute("drop table if exists made; drop table if exists counted");
        sql.execute(
                "create table made (name text not null); create table counted (name text primary key, there int not null)");
        sql.update("insert into counted values ('a', 0), ('b', 0)");
    }

    private int counted(String name) {
        return sql.queryForObject("select there from counted where name = ?", Integer.class, name);
    }

    /** Seeded pauses from nothing to longer than a run; each thing is made and its count wanted in one transaction, a tenth of them taken back. */
    @Test
    void noneIsMissed() throws Exception {
        ExecutorService sides = Executors.newFixedThreadPool(SIDES);
        List<Future<?>> all = new ArrayList<>();
        for (int side = 0; side < SIDES; side++) {
            Random random = new Random(side);
            all.add(sides.submit(() -> {
                for (int i = 0; i < TIMES; i++) {
                    String name = random.nextBoolean() ? "a" : "b";
                    boolean takenBack = random.nextInt(10) == 0;
                    int pause = random.nextInt(3) * random.nextInt(20);
                    transaction.executeWithoutResult(t -> {
                        sql.update("insert into made values (?)", name);
                        work.want(JOB, name);
                        if (takenBack) {
                            t.setRollbackOnly();
                        }
                    });
                    Waiting.meanwhile(Duration.ofMillis(pause));
                }
                return null;
            }));
        }
        for (Future<?> side : all) {
            side.get(2, TimeUnit.MINUTES);
        }
        sides.shutdown();
        for (String name : List.of("a", "b")) {
            int made = sql.queryForObject("select count(*) from made where name = ?", Integer.class, name);
            assertThat(made).isBetween(SIDES * TIMES / 4, SIDES * TIMES);
            assertThat(Waiting.asked(() -> counted(name), there -> there == made))
                    .isEqualTo(made);
        }
        assertThat(RUNS.get())
                .as("as often as it needs, not as often as it is asked for")
                .isLessThanOrEqualTo(SIDES * TIMES);
        Waiting.until(() -> left("wanted_work", "job") + left("scheduled_tasks", "task_name") == 0);
    }

    private int left(String table, String column) {
        return sql.queryForObject("select count(*) from %s where %s = ?".formatted(table, column), Integer.class, JOB);
    }
}
