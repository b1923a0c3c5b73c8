package app.tidewrack.practice.bid;

import app.tidewrack.practice.auction.Field;
import app.tidewrack.practice.network.Market;
import app.tidewrack.practice.network.Network;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.stereotype.Component;

/** The field of rivals of each placement, made once. */
@Component
public class Fields {
    private final Map<String, Field> fields = new ConcurrentHashMap<>();

    public Field field(Network network, String placement) {
        return fields.computeIfAbsent(network.slug() + "/" + placement, k -> {
            Market market = network.market();
            double[] slots = Objects.requireNonNull(market.placements().get(placement)).slots().stream()
                    .mapToDouble(s -> s)
                    .toArray();
            return new Field(market.rivals(), market.spread(), slots, market.auction());
        });
    }
}
