package app.tidewrack.server.web;

import app.tidewrack.core.refusal.Refusal;
import java.io.BufferedReader;
import java.io.FilterReader;
import java.io.IOException;

/**
 * Text of a table whose rows are read one at a time, and refused where one goes on for ever: a parser keeps a row whole in memory, and
 * a quote that is never closed makes one of all that follows.
 */
public final class CellReader extends FilterReader {
    /** Signs of a row; a parser reads somewhat ahead of it. */
    private static final int LONGEST_ROW = 1_000_000;

    private final BufferedReader text;
    private int row;

    public CellReader(BufferedReader text) {
        super(text);
        this.text = text;
    }

    /** The first line as it stands, which is read again afterwards; the beginning of it, if it is long. */
    String firstLine() throws IOException {
        char[] beginning = new char[1 << 14];
        text.mark(beginning.length);
        int read = text.read(beginning);
        text.reset();
        return new String(beginning, 0, Math.max(0, read)).lines().findFirst().orElse("");
    }

    /** A row was read to its end. */
    public void nextRow() {
        row = 0;
    }

    @Override
    public int read() throws IOException {
        int one = super.read();
        count(1);
        return one;
    }

    @Override
    public int read(char[] into, int from, int length) throws IOException {
        int some = super.read(into, from, length);
        count(Math.max(0, some));
        return some;
    }

    private void count(int more) {
        row += more;
        if (row > LONGEST_ROW) {
            throw new Refusal(
                    "file",
                    "A row of the file goes on after %,d characters.".formatted(LONGEST_ROW),
                    "Close the quotes, or leave out columns that are not needed.");
        }
    }
}
