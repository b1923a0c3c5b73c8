package app.tidewrack.connector.kit;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Orders.AccountOrder;
import app.tidewrack.core.Rulebooks;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.CampaignSettings;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.Items;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.plan.Budgeting.Basis;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;

/** The kit's worked example: how a connector says what its network takes, and how it is made to misbehave. */
class MemoryNetworkTest extends ConnectorKit {
    @Override
    protected Subject subject() {
        MemoryNetwork network = new MemoryNetwork(Rulebooks.small(true));
        return new Subject() {
            @Override
            public NetworkConnector connector() {
                return network;
            }

            @Override
            public AccountOrder account() {
                return new AccountOrder("a1", "Kit", "GBP", "Europe/London", null, List.of(), null);
            }

            @Override
            public CampaignSettings campaign() {
                return Items.CAMPAIGN;
            }

            @Override
            public GroupSettings group() {
                return Items.GROUP;
            }

            @Override
            public AdSettings ad() {
                return Items.AD;
            }

            @Override
            public GroupSettings refused() {
                return Items.group(Items.pounds(Basis.DAILY, 1));
            }

            @Override
            public String putUp(String text) {
                String id = "p-" + text;
                Instant at = Instant.parse("2027-06-01T08:00:00Z");
                network.putUp(new Post(
                        id, "kit", Promoted.POST, at, text, null, List.of(new Point(1, 90, 4), new Point(5, 160, 6))));
                return id;
            }

            @Override
            public void takeDown(String post) {
                network.takeDown(post);
            }

            @Override
            public void loseNextAnswer() {
                network.loseNextAnswer();
            }

            @Override
            public void limitNext(Duration wait) {
                network.limitNext(1, wait);
            }

            @Override
            public void recover() {
                // A fault is over once it was seen.
            }

            @Override
            public void run(String ad) {
                // The first two are one day in London in summer time, and two in UTC.
                List<String> hours = List.of(
                        "2027-06-01T23:00:00Z", "2027-06-02T10:00:00Z", "2027-06-02T23:00:00Z", "2027-06-03T12:00:00Z");
                hours.forEach(h -> network.tell(ad, Instant.parse(h), Counts.of(Map.of(Measure.CLICKS, 3L))));
            }

            @Override
            public void runOn(String ad) {
                network.tell(ad, Instant.parse("2027-06-02T10:00:00Z"), Counts.of(Map.of(Measure.CLICKS, 4L)));
            }
        };
    }
}
