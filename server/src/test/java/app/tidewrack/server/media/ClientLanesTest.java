package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class ClientLanesTest {
    /** Ten films of one client and one of another, two at once: the one is done second, whenever it was asked for. */
    @Test
    void oneClientsFilmsDoNotHoldUpAnothers() throws InterruptedException {
        ClientLanes lanes = new ClientLanes(new MediaSettings(1, 2));
        CountDownLatch asked = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(11);
        List<String> order = Collections.synchronizedList(new ArrayList<>());
        for (int i = 0; i < 10; i++) {
            String film = "many " + i;
            lanes.run("many", () -> work(asked, done, order, film));
        }
        lanes.run("one", () -> work(asked, done, order, "one"));
        asked.countDown();
        assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
        assertThat(order.indexOf("one")).isLessThan(2);
        assertThat(order).filteredOn(f -> f.startsWith("many")).isSorted().hasSize(10);
    }

    /** A fault of one is no end of the lane. */
    @Test
    void whatFailsIsFollowedByTheNext() throws InterruptedException {
        ClientLanes lanes = new ClientLanes(new MediaSettings(1, 1));
        CountDownLatch done = new CountDownLatch(1);
        lanes.run("a", () -> {
            throw new IllegalStateException("on purpose");
        });
        lanes.run("a", done::countDown);
        assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
        lanes.close();
    }

    private static void work(CountDownLatch asked, CountDownLatch done, List<String> order, String film) {
        try {
            asked.await(10, TimeUnit.SECONDS);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        order.add(film);
        done.countDown();
    }
}
