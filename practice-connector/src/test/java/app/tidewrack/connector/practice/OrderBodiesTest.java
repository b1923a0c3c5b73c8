package app.tidewrack.connector.practice;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.connector.Orders.Under;
import app.tidewrack.connector.Reviews.ItemTold;
import app.tidewrack.connector.practice.OrderBodies.AdBody;
import app.tidewrack.connector.practice.OrderBodies.AdFacts;
import app.tidewrack.connector.practice.OrderBodies.AdGroupBody;
import app.tidewrack.connector.practice.OrderBodies.AdGroupFacts;
import app.tidewrack.connector.practice.OrderBodies.AdWhole;
import app.tidewrack.connector.practice.OrderBodies.CampaignBody;
import app.tidewrack.connector.practice.OrderBodies.CampaignFacts;
import app.tidewrack.connector.practice.OrderBodies.CampaignWhole;
import app.tidewrack.connector.practice.OrderBodies.CreativeBody;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.Items;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Settings;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

class OrderBodiesTest {
    private static final Under UNDER = new Under("a1", "P1");
    private final JsonMapper json = new JsonMapper();

    /** As it comes back when the network keeps what it is sent, by way of JSON. */
    private <T> T sent(Object body, Class<T> type) {
        return json.readValue(json.writeValueAsString(body), type);
    }

    /** Whatever is sent is told as it was: nobody is said to have changed it. */
    @Test
    void whatIsSentIsNoDriftWhenItIsToldAgain() {
        for (int seed = 0; seed < 300; seed++) {
            Random random = new Random(seed);
            Settings campaign = Items.any(random, Level.CAMPAIGN);
            Settings group = Items.any(random, Level.AD_GROUP);
            AdSettings ad = (AdSettings) Items.any(random, Level.AD);
            boolean paused = random.nextBoolean();
            CampaignWhole whole = new CampaignWhole(
                    new CampaignFacts("C1", sent(OrderBodies.body(UNDER, campaign), CampaignBody.class), paused, false),
                    List.of(new AdGroupFacts(
                            "G1", sent(OrderBodies.body(UNDER, group), AdGroupBody.class), paused, false)),
                    List.of(new AdWhole(
                            new AdFacts("A1", sent(OrderBodies.ad(UNDER, ad, "K1"), AdBody.class), paused, false),
                            sent(OrderBodies.creative(UNDER, ad), CreativeBody.class))));
            List<ItemTold> told = OrderBodies.items(whole, "GBP");
            Settings[] wanted = {campaign, group, ad};
            assertThat(told).extracting(ItemTold::id).containsExactly("C1", "G1", "A1");
            for (int i = 0; i < wanted.length; i++) {
                LiveItem left =
                        LiveItem.asLeft(ItemKey.parse("c", "r/k"), told.get(i).id(), wanted[i], paused);
                assertThat(left.told(told.get(i).told(), told.get(i).paused()).drift())
                        .as("seed %d, %s", seed, wanted[i])
                        .isEmpty();
            }
        }
    }
}
