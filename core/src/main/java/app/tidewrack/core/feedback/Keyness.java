package app.tidewrack.core.feedback;

/**
 * Whether something is said more often in one collection of texts than in another. By the likelihood ratio of two binomials:
 * T. Dunning, Accurate Methods for the Statistics of Surprise and Coincidence, Computational Linguistics 19 (1993), as used for
 * comparing collections since P. Rayson and R. Garside (2000). How much more often is the ratio of the two shares.
 *
 * @param likelihood twice the logarithm of the likelihood ratio, at least 0; over 10.83 in one of a thousand equal pairs of
 *     collections (chi-square, one degree of freedom)
 * @param times how many times as often as in the other; over 0, and at most as if it stood there half a time
 */
public record Keyness(double likelihood, double times) {
    /** Of chi-square with one degree of freedom, at 0.001. */
    public static final double ONE_IN_A_THOUSAND = 10.83;

    private static final double NEVER = 0.5;

    /**
     * @param here how often it is said here, 0 to {@code ofHere}
     * @param ofHere how often it could have been
     * @param there how often it is said in the other collection, 0 to {@code ofThere}
     */
    public static Keyness of(double here, double ofHere, double there, double ofThere) {
        double both = (here + there) / (ofHere + ofThere);
        double likelihood = 2
                * (logOf(here, ofHere, here / ofHere)
                        + logOf(there, ofThere, there / ofThere)
                        - logOf(here, ofHere, both)
                        - logOf(there, ofThere, both));
        double times = (Math.max(here, NEVER) / ofHere) / (Math.max(there, NEVER) / ofThere);
        return new Keyness(Math.max(0, likelihood), times);
    }

    private static double logOf(double said, double of, double share) {
        return part(said, share) + part(of - said, 1 - share);
    }

    private static double part(double times, double share) {
        return times == 0 ? 0 : times * Math.log(share);
    }

    /** More often here, and by more than one in a thousand equal pairs would have. */
    public boolean sure() {
        return times > 1 && likelihood > ONE_IN_A_THOUSAND;
    }
}
