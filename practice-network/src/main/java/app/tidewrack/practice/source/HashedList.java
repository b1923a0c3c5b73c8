package app.tidewrack.practice.source;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.engagement.ClientPeople;
import app.tidewrack.practice.engagement.ClientTaste;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.World;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.util.Arrays;
import org.jspecify.annotations.Nullable;
import org.roaringbitmap.RoaringBitmap;

/**
 * Matches hashes to people while they stream in, one a line. A hash always finds the same person on every network, one whom
 * the client attracts; it matches where that person is a member. Memory is 8 bytes a row, whatever is sent.
 */
final class HashedList {
    static final int MOST_ROWS = 1_000_000;
    private static final int HASH_LENGTH = 64;
    private static final double KNOWN = 0.85;
    private static final int CANDIDATES = 6;

    private final RoaringBitmap matched = new RoaringBitmap();
    private long[] seen = new long[1024];
    private int rows;

    private final World world;
    private final Network network;
    private final double[] taste;
    private final int first;
    private final int count;

    /** @param client what stands for the client in the world */
    HashedList(World world, Network network, String client, String country) {
        this.world = world;
        this.network = network;
        taste = ClientTaste.direction(client);
        RoaringBitmap home = world.panel().inCountry(country);
        first = home.first();
        count = home.getCardinality();
    }

    /** @throws Refusal at the first line that is no hash, or past a million rows */
    void read(Reader lines) throws IOException {
        BufferedReader reader = new BufferedReader(lines);
        for (String line = line(reader); line != null; line = line(reader)) {
            if (!line.isEmpty()) {
                add(line);
            }
        }
    }

    /** One line, null at the end; a line that could not be a hash is cut, so that no line takes much memory. */
    private static @Nullable String line(BufferedReader reader) throws IOException {
        StringBuilder line = new StringBuilder(HASH_LENGTH);
        int c = reader.read();
        if (c < 0) {
            return null;
        }
        for (; c >= 0 && c != '\n'; c = reader.read()) {
            if (c != '\r' && line.length() <= HASH_LENGTH) {
                line.append((char) c);
            }
        }
        return line.toString();
    }

    private void add(String line) {
        if (rows == MOST_ROWS) {
            throw new Refusal(
                    "hashes", "A list takes %,d rows; this one goes on.".formatted(MOST_ROWS), "Split it in two.");
        }
        long hash = hash(line);
        if (rows == seen.length) {
            seen = Arrays.copyOf(seen, rows * 2);
        }
        seen[rows++] = hash;
        int real = ClientPeople.pick(world, first, count, taste, hash, CANDIDATES);
        boolean known = Chance.unit(hash, CANDIDATES + 1) < KNOWN;
        if (known && network.members().contains(real / world.weight())) {
            matched.add(real);
        }
    }

    private long hash(String line) {
        boolean fits =
                line.length() == HASH_LENGTH && line.chars().allMatch(c -> Character.digit(c, 16) >= 0 && c < 128);
        if (!fits) {
            throw new Refusal(
                    "hashes",
                    "Row %,d is no SHA-256: it has %s characters or others than 0 to 9 and a to f."
                            .formatted(rows + 1, line.length() > HASH_LENGTH ? "over 64" : line.length()),
                    "Send 64 hexadecimal digits a line.");
        }
        return Long.parseUnsignedLong(line.substring(0, 16), 16);
    }

    RoaringBitmap matched() {
        return matched;
    }

    long rows() {
        return rows;
    }

    /** Rows whose hash stood there before. */
    long duplicates() {
        Arrays.sort(seen, 0, rows);
        long duplicates = 0;
        for (int i = 1; i < rows; i++) {
            if (seen[i] == seen[i - 1]) {
                duplicates++;
            }
        }
        return duplicates;
    }
}
