package app.tidewrack.bench;

import app.tidewrack.practice.PracticeNetworkApplication;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import org.openjdk.jmh.annotations.Level;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** The practice network, started as it is in earnest, without its port. */
@State(Scope.Benchmark)
public class Started {
    private ConfigurableApplicationContext context;
    Matcher matcher;
    Network hearthside;

    @Setup(Level.Trial)
    public void start() {
        context =
                SpringApplication.run(PracticeNetworkApplication.class, "--server.port=0", "--logging.level.root=WARN");
        matcher = context.getBean(Matcher.class);
        hearthside = context.getBean(Networks.class).network("hearthside");
    }

    @TearDown(Level.Trial)
    public void stop() {
        context.close();
    }
}
