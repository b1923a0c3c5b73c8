package app.tidewrack.practice.world;

/**
 * Something people take an interest in.
 *
 * @param base log-odds of the average person
 * @param pull how each hidden trait moves the log-odds
 * @param lean how being a woman moves them; a man moves them the other way
 * @param age how thirty years more move them
 */
public record Topic(String code, String words, String group, double base, double[] pull, double lean, double age) {

    static Topic of(String[] f) {
        double[] pull = new double[Panel.TRAITS];
        for (int t = 0; t < pull.length; t++) {
            pull[t] = Double.parseDouble(f[4 + t]);
        }
        return new Topic(
                f[0], f[1], f[2], Double.parseDouble(f[3]), pull, Double.parseDouble(f[8]), Double.parseDouble(f[9]));
    }
}
