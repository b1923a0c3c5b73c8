package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.post.Post;
import app.tidewrack.core.post.Post.Counted;
import app.tidewrack.core.post.Post.Point;
import app.tidewrack.core.post.UsualCurve;
import app.tidewrack.core.works.Trait;
import app.tidewrack.core.works.WhatWorks;
import app.tidewrack.core.works.WhatWorks.Shown;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** How long it takes to say what works of the largest sheet there is, and which of a thousand posts did well. */
final class WorksLoad {
    private static final int ROWS = 200;
    private static final int COLUMNS = 60;
    private static final int DAYS = 90;
    private static final int POSTS = 1_000;
    private static final int HOURS = 2_160;
    private static final int ROUNDS = 3;

    private final Random random = new Random(41);

    List<Figure> figures() {
        List<Shown> ads = ads();
        List<Post> posts = posts();
        return List.of(
                new Figure("what works of 200 x 60 ads over 90 days", seconds(() -> WhatWorks.of(ads)), "s", 3, false),
                new Figure("a thousand posts of a profile judged", seconds(() -> judged(posts)), "s", 1, false));
    }

    private static double seconds(Runnable work) {
        double best = Double.MAX_VALUE;
        for (int i = 0; i < ROUNDS; i++) {
            long begun = System.nanoTime();
            work.run();
            best = Math.min(best, (System.nanoTime() - begun) / 1e9);
        }
        return best;
    }

    private List<Shown> ads() {
        List<Shown> ads = new ArrayList<>();
        for (int row = 0; row < ROWS; row++) {
            for (int column = 0; column < COLUMNS; column++) {
                Map<Trait, String> traits = new EnumMap<>(Trait.class);
                for (Trait trait : Trait.values()) {
                    // As many values as columns of what stands for itself, and a handful of what that carries.
                    int of = trait.carrier() == null ? column / (1 + trait.ordinal() % 3) : column % 5;
                    traits.put(trait, trait.name() + of);
                }
                double[] came = new double[DAYS];
                double[] trials = new double[DAYS];
                for (int day = 0; day < DAYS; day++) {
                    trials[day] = 200 + random.nextInt(200);
                    came[day] = random.nextInt(8);
                }
                ads.add(new Shown("row" + row, traits, came, trials));
            }
        }
        return ads;
    }

    private List<Post> posts() {
        Instant now = Instant.parse("2027-03-23T06:00:00Z");
        List<Post> posts = new ArrayList<>();
        for (int i = 0; i < POSTS; i++) {
            List<Point> came = new ArrayList<>();
            double ever = 2_000 * Math.exp(0.5 * random.nextGaussian());
            int age = 1 + random.nextInt(HOURS);
            for (int hours : UsualCurve.AGES) {
                if (hours < age) {
                    came.add(point(hours, ever));
                }
            }
            came.add(point(age, ever));
            posts.add(new Post("p" + i, "p", Promoted.POST, now.minusSeconds(3600L * age), "Words", null, came));
        }
        return posts;
    }

    private static Point point(int hours, double ever) {
        long views = Math.round(ever * (1 - Math.pow(1 + hours / 9.0, -1.2)));
        return new Point(hours, views, views / 30);
    }

    private static void judged(List<Post> posts) {
        UsualCurve curve = new UsualCurve(posts, Counted.VIEWS);
        long unusual = posts.stream()
                .filter(p -> curve.judge(p).orElseThrow().unusual())
                .count();
        if (unusual > posts.size() / 4) {
            throw new IllegalStateException("%d of %d are no exception.".formatted(unusual, posts.size()));
        }
    }
}
