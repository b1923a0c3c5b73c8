package app.tidewrack.server.erase;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.tidewrack.server.erase.ErasureMapper.Names;
import java.util.List;
import org.junit.jupiter.api.Test;

class ClientErasureTest {
    @Test
    void rowsThatNameOthersGoFirst() {
        List<Names> names =
                List.of(new Names("ad", "campaign"), new Names("campaign", "plan"), new Names("ad", "plan"));

        assertThat(ClientErasure.inOrder(List.of("plan", "lead", "campaign", "ad"), names))
                .containsExactly("lead", "ad", "campaign", "plan");
    }

    @Test
    void aCircleIsSaidAndNotGoneRoundForEver() {
        List<Names> names = List.of(new Names("a", "b"), new Names("b", "a"));

        assertThatThrownBy(() -> ClientErasure.inOrder(List.of("a", "b"), names))
                .hasMessageContaining("[a, b]");
    }
}
