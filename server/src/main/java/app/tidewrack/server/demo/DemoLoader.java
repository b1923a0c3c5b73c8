package app.tidewrack.server.demo;

import app.tidewrack.server.person.PersonMapper;
import lombok.RequiredArgsConstructor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;

/** Fills an empty installation with the made-up agency, whose people sign in with the password of its files. */
@Component
@ConditionalOnProperty("tidewrack.demo")
@RequiredArgsConstructor
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    private final PersonMapper people;
    private final DemoTeller teller;
    private final TrainingMapper training;

    @Override
    public void run(ApplicationArguments arguments) throws InterruptedException {
        if (people.count() > 0) {
            return;
        }
        LOG.info("Loading the demo agency");
        teller.tell(null, told -> {});
        training.set(TrainingMapper.State.LOADED, teller.steps(), null);
        LOG.info("The demo agency is loaded");
    }
}
