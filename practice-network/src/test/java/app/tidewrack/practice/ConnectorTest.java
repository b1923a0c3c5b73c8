package app.tidewrack.practice;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Orders.AccountOrder;
import app.tidewrack.connector.Orders.Profile;
import app.tidewrack.connector.kit.ConnectorKit;
import app.tidewrack.connector.practice.PracticeWorld;
import app.tidewrack.connector.practice.PracticeWorld.PutUp;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Budget;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.network.SpendingRule.BidStrategy;
import app.tidewrack.core.plan.Bid;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.schedule.Hours;
import app.tidewrack.practice.console.CallKind;
import app.tidewrack.practice.console.Fault;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.boot.test.context.SpringBootTest;
import org.springframework.boot.test.web.server.LocalServerPort;
import org.springframework.http.HttpMethod;
import org.springframework.test.context.DynamicPropertyRegistry;
import org.springframework.test.context.DynamicPropertySource;
import org.springframework.web.client.RestClient;

/** The practice connector, held to the connector kit against a practice network over real HTTP. */
@Tag("whole")
@SpringBootTest(webEnvironment = SpringBootTest.WebEnvironment.RANDOM_PORT)
class ConnectorTest extends ConnectorKit {
    private static final ZoneId ZONE = ZoneId.of("America/New_York");
    private static final int DAYS = 4;

    @LocalServerPort
    private int port;

    @TempDir
    private Path folder;

    @DynamicPropertySource
    static void database(DynamicPropertyRegistry registry) {
        TestDatabase.use(registry);
    }

    @Override
    protected Subject subject() throws Exception {
        PracticeWorld world = new PracticeWorld(RestClient.builder(), "http://127.0.0.1:" + port, "k");
        NetworkConnector network = world.connector("HS");
        LocalDate today = world.now().atZone(ZONE).toLocalDate();
        String account = "kit-" + UUID.randomUUID();
        String picture = picture(network);
        return new Subject() {
            @Override
            public NetworkConnector connector() {
                return network;
            }

            @Override
            public AccountOrder account() {
                return new AccountOrder(
                        account,
                        "Kit",
                        "GBP",
                        ZONE.getId(),
                        account + ".example",
                        List.of(new Profile("kit", "Kit")),
                        null);
            }

            @Override
            public CampaignSettings campaign() {
                return new CampaignSettings("Kit", "traffic", today, today.plusDays(DAYS), null, null, false);
            }

            @Override
            public GroupSettings group() {
                return ConnectorTest.group(50_005);
            }

            @Override
            public AdSettings ad() {
                return ConnectorTest.ad(picture);
            }

            @Override
            public GroupSettings refused() {
                return ConnectorTest.group(1);
            }

            @Override
            public String putUp(String text) {
                Instant at = world.now().minus(Duration.ofHours(9));
                return world.putUp(
                        "HS",
                        account,
                        text + account,
                        new PutUp("kit", Promoted.POST, at, text, null, null, null, null, 1));
            }

            @Override
            public void takeDown(String post) {
                world.takeDown("HS", post);
            }

            @Override
            public void loseNextAnswer() {
                console(HttpMethod.PUT, "/faults/CREATE", new Fault(CallKind.CREATE, Fault.Mode.LOSE_ANSWER, 1, 0));
            }

            @Override
            public void limitNext(Duration wait) {
                console(HttpMethod.PUT, "/faults/CREATE", new Fault(CallKind.CREATE, Fault.Mode.RATE_LIMIT, 1, 0));
            }

            @Override
            public void recover() {
                console(HttpMethod.DELETE, "/faults/CREATE", Map.of());
            }

            @Override
            public void run(String ad) {
                console(HttpMethod.PUT, "/reviews/" + ad, Map.of("approved", true));
                world.move(DAYS * 24);
            }

            @Override
            public void runOn(String ad) {
                // Longer than anything that is bought comes late.
                world.move(15 * 24);
            }
        };
    }

    private void console(HttpMethod method, String path, Object body) {
        RestClient.create("http://127.0.0.1:" + port)
                .method(method)
                .uri("/console" + path)
                .header("X-Access-Key", "k")
                .body(body)
                .retrieve()
                .toBodilessEntity();
    }

    private static GroupSettings group(long minor) {
        return new GroupSettings(
                "Kit group",
                new Budget(Basis.DAILY, Money.ofMinor(minor, "GBP")),
                AudienceDefinition.everyoneIn("GB").aged(new AgeRange(25, 64)),
                List.of("home-feed", "side-rail"),
                null,
                null,
                new Bid(BidStrategy.MAXIMUM, Money.ofMinor(150, "GBP")),
                Pace.EVEN,
                Hours.daily(6, 23),
                Map.of());
    }

    private static AdSettings ad(String picture) {
        return new AdSettings(
                "Kit ad",
                new CreativeSettings(
                        "single-picture",
                        "",
                        List.of(picture),
                        List.of(),
                        List.of("Mend it before the cold does, line 1\nand 2."),
                        List.of("Mend it"),
                        List.of(),
                        List.of("learn-more"),
                        "https://a.example/kits?x=%C3%A4&y=1#top",
                        "",
                        List.of(),
                        null,
                        null,
                        null));
    }

    private String picture(NetworkConnector network) throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(1080, 1080, BufferedImage.TYPE_INT_RGB), "png", out);
        String sha =
                HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(out.toByteArray()));
        network.sendMedium(sha, Files.write(folder.resolve("kit.png"), out.toByteArray()));
        return sha;
    }
}
