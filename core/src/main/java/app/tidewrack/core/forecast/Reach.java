package app.tidewrack.core.forecast;

/**
 * People reached by impressions that fall on people at random: N(1 − (1 − 1/N)^I), the occupancy formula (W. Feller, An
 * Introduction to Probability Theory 1, 1968, I.2). Delivery that seeks some people more than others reaches fewer.
 *
 * @param people of the audience, 1 or more
 */
public record Reach(double people) {
    private static final double CLOSE = 1e-9;
    private static final double FURTHEST = 1e6;

    public Reach {
        if (!(people >= 1)) {
            throw new IllegalArgumentException("Nobody is reached of %s people".formatted(people));
        }
    }

    /**
     * Among whom so many impressions reached so many.
     *
     * @param reached 1 or more, fewer than the impressions
     */
    public static Reach among(double impressions, double reached) {
        if (!(reached >= 1 && reached < impressions)) {
            throw new IllegalArgumentException(
                    "%s impressions cannot tell of %s reached".formatted(impressions, reached));
        }
        double low = reached;
        double high = 2 * reached;
        while (new Reach(high).of(impressions) < reached && high < FURTHEST * impressions) {
            high *= 2;
        }
        while (high - low > CLOSE * high) {
            double middle = (low + high) / 2;
            if (new Reach(middle).of(impressions) < reached) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return new Reach(high);
    }

    /** @param impressions 0 or more */
    public double of(double impressions) {
        return impressions == 0 ? 0 : -people * Math.expm1(impressions * Math.log1p(-1 / people));
    }

    /**
     * Impressions until a share of the people is reached.
     *
     * @param share [0, 1)
     */
    public double impressionsFor(double share) {
        return people == 1 ? (share > 0 ? 1 : 0) : Math.log1p(-share) / Math.log1p(-1 / people);
    }
}
