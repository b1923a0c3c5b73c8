package app.tidewrack.server.job;

import app.tidewrack.connector.NetworkRefused;
import java.util.List;
import java.util.function.ToLongFunction;

/** Pages that networks tell in order, each after the last of the one before: what does not go on would be asked for ever. */
public final class Pages {
    /** Of one page; networks tell thousands. */
    private static final int MOST = 100_000;

    private Pages() {}

    /**
     * @param network by its code
     * @param last number of the last that was told before
     * @param number of each, which rises
     * @return the page itself
     * @throws NetworkRefused when it is too long, or tells what was told before
     */
    public static <T> List<T> onward(String network, long last, List<T> page, ToLongFunction<T> number) {
        if (page.size() > MOST) {
            throw new NetworkRefused(network, "it told %,d at once; %,d are read.".formatted(page.size(), MOST), null);
        }
        long before = last;
        for (T told : page) {
            long next = number.applyAsLong(told);
            if (next <= before) {
                throw new NetworkRefused(network, "it told number %d after %d.".formatted(next, before), null);
            }
            before = next;
        }
        return page;
    }
}
