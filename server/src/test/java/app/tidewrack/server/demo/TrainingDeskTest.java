package app.tidewrack.server.demo;

import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.server.demo.TrainingMapper.State;
import app.tidewrack.server.demo.TrainingMapper.Training;
import app.tidewrack.server.erase.ClientErasure;
import app.tidewrack.server.job.WantedWork;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Training clients, loaded or taken away by whichever server comes to it, and once more where one ended in between. */
class TrainingDeskTest {
    private final TrainingMapper mapper = mock(TrainingMapper.class);
    private final DemoTeller teller = mock(DemoTeller.class);
    private final ClientErasure erasure = mock(ClientErasure.class);
    private final TrainingDesk desk = new TrainingDesk(mapper, teller, erasure, mock(WantedWork.class));

    @BeforeEach
    void twoClientsAreThere() {
        when(mapper.clients()).thenReturn(List.of("t1", "t2"));
        when(mapper.person()).thenReturn("ada");
    }

    private void stands(State state) {
        when(mapper.training()).thenReturn(new Training(state, 1, 7, null));
    }

    /** A job that is taken up though all of it was done leaves what it made. */
    @ParameterizedTest
    @CsvSource({
        "NONE, 0, 0,",
        "LOADED, 0, 0,",
        "FAILED, 0, 0,",
        "LOADING, 2, 1, LOADED",
        "REMOVING, 2, 0, NONE",
    })
    void doesWhatIsStillWanted(State before, int erased, int told, @Nullable State after) throws InterruptedException {
        stands(before);
        desk.work();
        verify(erasure, times(erased)).erase(any());
        verify(teller, times(told)).tell(eq("ada"), any());
        verify(mapper, times(after == null ? 0 : 1)).set(eq(after), eq(7), eq(null));
    }

    @Test
    void beginsAnewOnceTheNetworkIsBack() {
        stands(State.REMOVING);
        doThrow(new NetworkAway("Hearthside", null)).when(erasure).endOnNetworks("t2");
        assertThatThrownBy(desk::work).isInstanceOf(NetworkAway.class);
        verify(mapper).set(eq(State.REMOVING), eq(1), any());
        verify(erasure, never()).erase("t2");
    }

    @Test
    void aFaultIsToldAndEndsIt() {
        stands(State.LOADING);
        doThrow(new IllegalStateException("broken")).when(erasure).erase("t1");
        desk.work();
        verify(mapper).set(eq(State.FAILED), anyInt(), any());
    }
}
