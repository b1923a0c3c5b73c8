package app.tidewrack.server.web;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.Supplier;

/** Refuses what goes on too long at the first byte too many, whatever its length was said to be. */
public final class Bounded extends FilterInputStream {
    private final long most;
    private final Supplier<? extends RuntimeException> refusal;
    private long read;

    /** @param most bytes that are given on */
    public Bounded(InputStream in, long most, Supplier<? extends RuntimeException> refusal) {
        super(in);
        this.most = most;
        this.refusal = refusal;
    }

    @Override
    public int read() throws IOException {
        int one = super.read();
        count(one < 0 ? 0 : 1);
        return one;
    }

    @Override
    public int read(byte[] into, int from, int length) throws IOException {
        int some = super.read(into, from, length);
        count(Math.max(0, some));
        return some;
    }

    private void count(int more) {
        read += more;
        if (read > most) {
            throw refusal.get();
        }
    }
}
