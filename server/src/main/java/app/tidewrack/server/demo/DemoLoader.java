package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkAway;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.client.Accounts.Wanted;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.client.ClientMapper.Client;
import app.tidewrack.server.clock.ClockDesk;
import app.tidewrack.server.demo.RunningStories.Begun;
import app.tidewrack.server.demo.StoryRunner.Launched;
import app.tidewrack.server.launch.LaunchDesk;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.person.PersonMapper.Person;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;

/**
 * Fills an empty installation with the agency Withy &amp; Oar, through the same services that serve the browser: what it
 * launches is really launched, and its results come from the practice network. Nobody in it exists.
 */
@Component
@ConditionalOnProperty("tidewrack.demo")
class DemoLoader implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

    /** The demo server listens on loopback only; the sign-in is printed for whoever runs it. */
    static final String BUYER = "ines@withyandoar.example";

    private static final String OTHER_BUYER = "marek@withyandoar.example";
    private static final String VIEWER = "tove@withyandoar.example";
    private static final String PASSWORD = "mend-the-sail";
    private static final int HALF_THE_DAYS = 7;

    private final PersonMapper people;
    private final ClientMapper clients;
    private final Accounts accounts;
    private final PasswordEncoder passwords;
    private final DemoBriefs briefs;
    private final DemoSources sources;
    private final DemoCreatives creatives;
    private final DemoSending sending;
    private final OddmentStory oddment;
    private final OtherStories others;
    private final RunningStories stories;
    private final LaunchDesk launches;
    private final ClockDesk clock;
    private final Networks networks;

    DemoLoader(
            PersonMapper people,
            ClientMapper clients,
            Accounts accounts,
            PasswordEncoder passwords,
            DemoBriefs briefs,
            DemoSources sources,
            DemoCreatives creatives,
            DemoSending sending,
            OddmentStory oddment,
            OtherStories others,
            RunningStories stories,
            LaunchDesk launches,
            ClockDesk clock,
            Networks networks) {
        this.people = people;
        this.clients = clients;
        this.accounts = accounts;
        this.passwords = passwords;
        this.briefs = briefs;
        this.sources = sources;
        this.creatives = creatives;
        this.sending = sending;
        this.oddment = oddment;
        this.others = others;
        this.stories = stories;
        this.launches = launches;
        this.clock = clock;
        this.networks = networks;
    }

    @Override
    public void run(ApplicationArguments arguments) throws InterruptedException {
        if (people.count() > 0) {
            return;
        }
        LOG.info("Loading the demo agency");
        await(this::networkAnswers);
        String hash = Objects.requireNonNull(passwords.encode(PASSWORD));
        people.insert(new Person("ines", BUYER, "Ines Wickham", hash));
        people.insert(new Person("marek", OTHER_BUYER, "Marek Dunlin", hash));
        people.insert(new Person("tove", VIEWER, "Tove Albrecht", hash));
        client("oddment", "Oddment & Thread", "Mending kits, sold online");
        accounts("oddment", "GBP", "Europe/London", "oddmentandthread.example", "Oddment & Thread", "The Mending Room");
        client("saltmarsh", "Saltmarsh Ferries", "Day trips to islands");
        accounts("saltmarsh", "EUR", "Europe/Copenhagen", "saltmarshferries.example", "Saltmarsh Ferries");
        client("copperline", "Copperline Calibration", "Instrument calibration for labs");
        accounts("copperline", "EUR", "Europe/Berlin", null, "Copperline Calibration", "Ruta Kalnins");
        accounts.open(
                "saltmarsh",
                "saltmarshdkk",
                "HS",
                "DKK",
                "Europe/Copenhagen",
                new Wanted("Hearthside DKK", "saltmarshferries.example", List.of("Saltmarsh Ferries"), null));
        briefs.write();
        for (String client : List.of("oddment", "saltmarsh", "copperline")) {
            people.join("ines", client, "BUYER");
        }
        people.join("marek", "copperline", "BUYER");
        people.join("tove", "oddment", "VIEWER");
        List<Launched> launched = new ArrayList<>();
        launched.add(oddment.tell("ines"));
        launched.addAll(oddment.leads("ines", creatives.workshop(), creatives.askAMender()));
        creatives.threeStitches().map(film -> oddment.film("ines", film)).ifPresent(launched::add);
        sending.start("oddment");
        others.tell("ines");
        Begun begun = stories.begin("ines");
        launched.addAll(begun.launched());
        awaitAll(launched);
        // While days pass on the network, what does not run is made.
        move(creatives::make);
        awaitAll(stories.halfway("ines", begun.ages()));
        move(() -> oddment.draft("ines"));
        sources.make();
        LOG.info("The demo agency is loaded");
    }

    private void awaitAll(List<Launched> launched) throws InterruptedException {
        for (Launched l : launched) {
            await(() -> launches.view(l.client(), l.id()).state() != LaunchState.RUNNING);
        }
    }

    private void move(Runnable meanwhile) throws InterruptedException {
        String move = clock.move(24 * HALF_THE_DAYS).id();
        meanwhile.run();
        await(() -> !clock.view(move).state().equals("RUNNING"));
    }

    /** Both processes start at the same time; the demo needs the network's cities and people. */
    private boolean networkAnswers() {
        try {
            networks.now();
            return true;
        } catch (NetworkAway away) {
            return false;
        }
    }

    private void client(String id, String name, String about) {
        clients.insert(new Client(id, name, about));
    }

    /** One on each network, Hearthside's first; their ids are the client's with the network's code. */
    private void accounts(String client, String currency, String zone, @Nullable String site, String... profiles) {
        for (String network : networks.codes()) {
            String name = networks.rulebook(network).name() + " " + currency;
            accounts.open(
                    client,
                    client + network.toLowerCase(Locale.ROOT),
                    network,
                    currency,
                    zone,
                    new Wanted(name, site, List.of(profiles), client.equals("oddment") ? 50_000L : null));
        }
    }

    private static void await(BooleanSupplier done) throws InterruptedException {
        Instant end = Instant.now().plus(Duration.ofMinutes(3));
        while (!done.getAsBoolean()) {
            if (Instant.now().isAfter(end)) {
                throw new IllegalStateException("The demo did not load within 3 minutes; see the logs.");
            }
            Thread.sleep(200);
        }
    }
}
