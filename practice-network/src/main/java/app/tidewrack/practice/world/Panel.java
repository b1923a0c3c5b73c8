package app.tidewrack.practice.world;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.roaringbitmap.RoaringBitmap;

/**
 * Synthetic people, made from a seed. Each column that can be asked for is a bitmap over person numbers 0 to size − 1;
 * hidden traits drive interests and response, so that interests go together believably.
 */
public final class Panel {
    /** Hidden traits of a person: care, outdoors, show, mind. */
    static final int TRAITS = 4;

    static final int YOUNGEST = 14;
    static final int OLDEST = 80;

    /** Share of the network's people by country; our own. */
    private static final Map<String, Double> COUNTRY_SHARES =
            Map.of("GB", 0.60, "IE", 0.04, "DK", 0.06, "DE", 0.12, "NL", 0.08, "FR", 0.06, "SE", 0.04);

    private final int size;
    private final float[] latitude;
    private final float[] longitude;
    private final float[] traits;
    private final byte[] age;
    private final boolean[] woman;
    private final Map<String, RoaringBitmap> countries = new HashMap<>();
    private final Map<String, RoaringBitmap> interests = new HashMap<>();
    private final RoaringBitmap[] ages = new RoaringBitmap[OLDEST - YOUNGEST + 1];
    private final RoaringBitmap women = new RoaringBitmap();

    private Panel(int size) {
        this.size = size;
        latitude = new float[size];
        longitude = new float[size];
        traits = new float[size * TRAITS];
        age = new byte[size];
        woman = new boolean[size];
        for (int i = 0; i < ages.length; i++) {
            ages[i] = new RoaringBitmap();
        }
    }

    static Panel make(long seed, int size, List<City> cities, List<Topic> topics) {
        Panel panel = new Panel(size);
        SplittableRandom random = new SplittableRandom(seed);
        int person = 0;
        for (String country : COUNTRY_SHARES.keySet().stream().sorted().toList()) {
            int end = person + (int) Math.round(size * COUNTRY_SHARES.get(country));
            panel.countries.put(country, RoaringBitmap.bitmapOfRange(person, Math.min(end, size)));
            Homes homes = new Homes(
                    cities.stream().filter(c -> c.country().equals(country)).toList());
            for (; person < Math.min(end, size); person++) {
                panel.settle(person, homes, random);
            }
        }
        topics.forEach(t -> panel.likings(t, random));
        panel.women.runOptimize();
        return panel;
    }

    private void settle(int person, Homes homes, SplittableRandom random) {
        double[] home = homes.draw(random);
        latitude[person] = (float) home[0];
        longitude[person] = (float) home[1];
        // Two uniform draws, the lower counting more: a pyramid that is broad at 20 to 45 and thin at 80.
        double low = Math.min(random.nextDouble(), random.nextDouble() * 1.35);
        age[person] = (byte) (YOUNGEST + Math.round(low * (OLDEST - YOUNGEST)));
        ages[age[person] - YOUNGEST].add(person);
        woman[person] = random.nextDouble() < 0.52;
        if (woman[person]) {
            women.add(person);
        }
        for (int t = 0; t < TRAITS; t++) {
            traits[person * TRAITS + t] = (float) gaussian(random);
        }
    }

    private void likings(Topic topic, SplittableRandom random) {
        RoaringBitmap likers = new RoaringBitmap();
        for (int person = 0; person < size; person++) {
            double odds = topic.base()
                    + dot(person, topic.pull())
                    + (woman[person] ? topic.lean() : -topic.lean())
                    + topic.age() * (age[person] - 40) / 30.0;
            if (random.nextDouble() < 1 / (1 + Math.exp(-odds))) {
                likers.add(person);
            }
        }
        likers.runOptimize();
        interests.put(topic.code(), likers);
    }

    static double gaussian(SplittableRandom random) {
        return Math.sqrt(-2 * Math.log(1 - random.nextDouble())) * Math.cos(2 * Math.PI * random.nextDouble());
    }

    public int size() {
        return size;
    }

    public double latitude(int person) {
        return latitude[person];
    }

    public double longitude(int person) {
        return longitude[person];
    }

    public int age(int person) {
        return age[person];
    }

    public boolean isWoman(int person) {
        return woman[person];
    }

    /** How far a person's hidden traits go along a direction; about normal with the direction's length as deviation. */
    public double dot(int person, double[] direction) {
        double sum = 0;
        for (int t = 0; t < TRAITS; t++) {
            sum += traits[person * TRAITS + t] * direction[t];
        }
        return sum;
    }

    /** People of a country; none for a country the network is not in. */
    public RoaringBitmap inCountry(String country) {
        return countries.getOrDefault(country, new RoaringBitmap());
    }

    public RoaringBitmap women() {
        return women;
    }

    /** People from one age to another, both included; ages beyond the network's are the nearest it has. */
    public RoaringBitmap aged(int from, int to) {
        RoaringBitmap all = new RoaringBitmap();
        for (int a = Math.max(from, YOUNGEST); a <= Math.min(to, OLDEST); a++) {
            all.or(ages[a - YOUNGEST]);
        }
        return all;
    }

    /** People who like a topic; none for a topic that is not there. */
    public RoaringBitmap likers(String topic) {
        return interests.getOrDefault(topic, new RoaringBitmap());
    }
}
