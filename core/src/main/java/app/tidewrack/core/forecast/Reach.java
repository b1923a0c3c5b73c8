package app.tidewrack.core.forecast;

/**
 * People reached by impressions that fall on people at random: N(1 − (1 − 1/N)^I), the occupancy formula (W. Feller, An
 * Introduction to Probability Theory 1, 1968, I.2). Delivery that seeks some people more than others reaches fewer.
 *
 * @param people of the audience, 1 or more
 */
public record Reach(double people) {
    public Reach {
        if (!(people >= 1)) {
            throw new IllegalArgumentException("Nobody is reached of %s people".formatted(people));
        }
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
