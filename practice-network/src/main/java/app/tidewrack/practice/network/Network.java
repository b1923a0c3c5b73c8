package app.tidewrack.practice.network;

import app.tidewrack.core.network.Rulebook;
import org.roaringbitmap.RoaringBitmap;

/**
 * One of the six networks.
 *
 * @param slug its name in addresses, such as {@code hearthside}
 * @param members panel people who are on it
 */
public record Network(String slug, Rulebook rulebook, Market market, RoaringBitmap members) {
    public String code() {
        return rulebook.code();
    }
}
