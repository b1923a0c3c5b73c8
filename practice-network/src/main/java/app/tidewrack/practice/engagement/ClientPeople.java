package app.tidewrack.practice.engagement;

import app.tidewrack.practice.world.Chance;
import app.tidewrack.practice.world.World;

/** Picks people of one country that a client attracts. */
public final class ClientPeople {
    private ClientPeople() {}

    /**
     * A real person: of some candidates the one that takes to the client most.
     *
     * @param first number of the country's first panel person; its people are numbered together
     * @param count panel people of the country
     */
    public static int pick(World world, int first, int count, double[] taste, long salt, int candidates) {
        int best = -1;
        double most = Double.NEGATIVE_INFINITY;
        for (int c = 0; c < candidates; c++) {
            int person = first + (int) (Chance.unit(salt, c) * count);
            double liking = world.panel().dot(person, taste);
            if (liking > most) {
                most = liking;
                best = person;
            }
        }
        return best * world.weight() + (int) (Chance.unit(salt, candidates) * world.weight());
    }
}
