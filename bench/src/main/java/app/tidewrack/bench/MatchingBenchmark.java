package app.tidewrack.bench;

import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.practice.PracticeSettings;
import app.tidewrack.practice.matching.Crowd;
import app.tidewrack.practice.world.World;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** Sizes, overlaps and the making of the world, on a million people. */
@State(Scope.Benchmark)
@Fork(
        value = 1,
        jvmArgsAppend = {"-XX:+UseSerialGC", "-Xmx1200m"})
@OutputTimeUnit(TimeUnit.MILLISECONDS)
public class MatchingBenchmark {
    private static final List<AudienceDefinition> ASKED = Audiences.many(500);

    private int next;

    @Benchmark
    @BenchmarkMode(Mode.SampleTime)
    @Warmup(iterations = 2, time = 3)
    @Measurement(iterations = 3, time = 4)
    public long twelveTermSize(Started practice) {
        next = (next + 1) % ASKED.size();
        return practice.matcher
                .crowd(practice.hearthside, null, ASKED.get(next))
                .size();
    }

    @Benchmark
    @BenchmarkMode(Mode.AverageTime)
    @Warmup(iterations = 2, time = 3)
    @Measurement(iterations = 3, time = 4)
    public long overlapOfFifty(Started practice) {
        List<Crowd> crowds = ASKED.subList(0, 50).stream()
                .map(a -> practice.matcher.crowd(practice.hearthside, null, a))
                .toList();
        long shared = 0;
        for (int i = 0; i < crowds.size(); i++) {
            for (int j = 0; j < i; j++) {
                shared += crowds.get(i).sharedWith(crowds.get(j));
            }
        }
        return shared;
    }

    @Benchmark
    @BenchmarkMode(Mode.SingleShotTime)
    @Warmup(iterations = 0)
    @Measurement(iterations = 1)
    public int worldFromNothing() {
        return new World(new PracticeSettings("", 20270309, 1_000_000)).weight();
    }
}
