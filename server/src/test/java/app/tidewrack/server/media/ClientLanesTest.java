package app.tidewrack.server.media;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;

class ClientLanesTest {
    /** Ten films of one client and one of another, two at once: the one is done while the first of the ten is not. */
    @Test
    void oneClientsFilmsDoNotHoldUpAnothers() throws InterruptedException {
        ClientLanes lanes = new ClientLanes(new MediaSettings(1, 2));
        CountDownLatch one = new CountDownLatch(1);
        CountDownLatch done = new CountDownLatch(10);
        List<Integer> order = Collections.synchronizedList(new ArrayList<>());
        for (int i = 0; i < 10; i++) {
            int film = i;
            lanes.run("many", () -> {
                await(one);
                order.add(film);
                done.countDown();
            });
        }
        lanes.run("one", one::countDown);
        assertThat(one.await(10, TimeUnit.SECONDS)).isTrue();
        assertThat(done.await(10, TimeUnit.SECONDS)).isTrue();
        assertThat(order).isSorted().hasSize(10);
        lanes.close();
    }

    private static void await(CountDownLatch latch) {
        try {
            assertThat(latch.await(10, TimeUnit.SECONDS)).isTrue();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
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
}
