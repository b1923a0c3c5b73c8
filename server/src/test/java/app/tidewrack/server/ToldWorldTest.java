package app.tidewrack.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.core.audience.AudienceSize;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** What a network is told to answer stays with the call it was told for, however much the server asks meanwhile. */
class ToldWorldTest {
    private static final int TOLD = 2_000;
    private static final int ASKING = 4;
    private static final Pattern STUBBED = Pattern.compile("\\.when\\(network\\)|\\bwhen\\(\\s*network\\.");
    private static final Pattern TOLD_IN_PEACE = Pattern.compile("world\\s*\\.tell\\(\\s*\\(\\) ->");

    @Test
    void answersStayWithTheirCalls() throws Exception {
        ToldWorld world = new ToldWorld("HS");
        NetworkConnector network = mock(NetworkConnector.class);
        List<AudienceSize> sizes = List.of(new AudienceSize(1, false));
        when(network.sizes(any(), any())).thenReturn(sizes);
        world.answer(network);
        AtomicBoolean over = new AtomicBoolean();
        ExecutorService jobs = Executors.newFixedThreadPool(ASKING);
        try {
            List<Future<?>> asking = new ArrayList<>();
            for (int j = 0; j < ASKING; j++) {
                asking.add(jobs.submit(() -> {
                    while (!over.get()) {
                        assertThat(world.connector("HS").sizes(null, List.of())).isSameAs(sizes);
                    }
                }));
            }
            for (int i = 0; i < TOLD; i++) {
                String id = "S" + i;
                if (i % 2 == 0) {
                    world.tell(() -> when(network.createSource(anyString(), anyString(), any()))
                            .thenReturn(id));
                } else {
                    world.tell(() -> doReturn(id).when(network).createSource(anyString(), anyString(), any()));
                }
                assertThat(network.createSource("a", "b", null)).isEqualTo(id);
            }
            over.set(true);
            for (Future<?> one : asking) {
                one.get();
            }
        } finally {
            over.set(true);
            jobs.shutdown();
        }
    }

    @Test
    void noTestTellsItOtherwise() throws IOException {
        try (Stream<Path> tests = Files.walk(Path.of("src/test/java"))) {
            List<Path> heirs = tests.filter(
                            f -> f.toString().endsWith("WorkTest.java") || f.endsWith("RightsTest.java"))
                    .toList();
            assertThat(heirs).isNotEmpty();
            for (Path heir : heirs) {
                String text = Files.readString(heir);
                assertThat(STUBBED.matcher(text).results().count())
                        .as("%s tells the network something while the server may ask it", heir)
                        .isEqualTo(TOLD_IN_PEACE.matcher(text).results().count());
            }
        }
    }
}
