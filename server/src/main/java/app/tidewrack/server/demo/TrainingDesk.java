package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.server.demo.TrainingMapper.State;
import app.tidewrack.server.demo.TrainingMapper.Training;
import app.tidewrack.server.erase.ClientErasure;
import app.tidewrack.server.job.WantedWork;
import app.tidewrack.server.web.Conflict;
import com.github.kagkarlsson.scheduler.task.Task;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Made-up clients to practise with beside real ones: loaded, and taken away again. A job does either, and another server goes on with it;
 * what was loaded half way is taken away first.
 */
@Service
@RequiredArgsConstructor
class TrainingDesk {
    private static final Logger LOG = LoggerFactory.getLogger(TrainingDesk.class);
    private static final String TRAINING = "training-clients";

    private final TrainingMapper mapper;
    private final DemoTeller teller;
    private final ClientErasure erasure;
    private final WantedWork work;

    @Configuration
    static class Definition {
        @Bean
        Task<String> trainingClients(WantedWork work, TrainingDesk desk) {
            return work.task(TRAINING, all -> {
                desk.work();
                return Optional.empty();
            });
        }
    }

    Training training() {
        return mapper.training();
    }

    @Transactional
    public Training load(String personId) {
        if (!mapper.clients().isEmpty()) {
            throw new Conflict("The training clients are here already. Take them away before you load them anew.");
        }
        return begin(State.LOADING, teller.steps(), personId);
    }

    @Transactional
    public Training remove(String personId) {
        return begin(State.REMOVING, mapper.clients().size(), personId);
    }

    private Training begin(State state, int of, String personId) {
        if (mapper.begin(state, of, personId) == 0) {
            throw new Conflict("The training clients are being loaded or taken away. Wait until that has ended.");
        }
        work.want(TRAINING, "now");
        return mapper.training();
    }

    /** Not private: whoever calls it has the stand-in that Spring puts before this. */
    void work() {
        State wanted = mapper.training().state();
        boolean loads = wanted == State.LOADING;
        if (!loads && wanted != State.REMOVING) {
            // Done already, by a server that ended before it could say so.
            return;
        }
        try {
            takeAway();
            if (loads) {
                teller.tell(mapper.person(), told -> mapper.set(State.LOADING, told, null));
            }
            mapper.set(loads ? State.LOADED : State.NONE, mapper.training().of(), null);
        } catch (InterruptedException e) {
            // The server ends; the job is taken up again.
            Thread.currentThread().interrupt();
            throw new IllegalStateException("Stopped", e);
        } catch (NetworkAway away) {
            mapper.set(
                    loads ? State.LOADING : State.REMOVING,
                    mapper.training().done(),
                    "A practice network does not answer. It begins anew when it does.");
            throw away;
        } catch (RuntimeException e) {
            failed("Something went wrong; the server's log says what.", e);
        }
    }

    private void failed(String problem, RuntimeException cause) {
        LOG.warn("The training clients", cause);
        mapper.set(State.FAILED, mapper.training().done(), problem);
    }

    private void takeAway() {
        for (String client : mapper.clients()) {
            erasure.endOnNetworks(client);
            erasure.erase(client);
        }
        mapper.deletePeople();
    }
}
