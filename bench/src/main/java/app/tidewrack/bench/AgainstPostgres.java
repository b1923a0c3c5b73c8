package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.matching.Matcher;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.network.Networks;
import app.tidewrack.practice.world.World;
import java.io.IOException;
import java.io.StringReader;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import javax.sql.DataSource;
import org.postgresql.PGConnection;
import org.roaringbitmap.IntConsumer;
import org.roaringbitmap.RoaringBitmap;

/** The same people and the same definition counted by PostgreSQL, from tables with an index for each condition. */
final class AgainstPostgres {
    private static final List<String> FIRST = List.of("knitting", "sewing", "mending");
    private static final List<String> SECOND = List.of("coffee", "baking", "gardening");
    private static final List<String> OUT = List.of("console-games", "chess");
    private static final int TIMES = 15;

    private final World world;
    private final Network network;
    private final Matcher matcher;
    private final DataSource database;

    AgainstPostgres(Practice practice) {
        world = practice.bean(World.class);
        network = practice.bean(Networks.class).network("hearthside");
        matcher = practice.bean(Matcher.class);
        database = practice.bean(DataSource.class);
    }

    private static AudienceDefinition asked() {
        return AudienceDefinition.everyoneIn(Places.inCountries("GB", "DE"))
                .aged(new AgeRange(25, 54))
                .interestedIn(FIRST)
                .interestedIn(SECOND)
                .and(AnyOf.of(new Term(TermKind.DEVICE, "phone")))
                .without(OUT.stream().map(Term::interest).toList());
    }

    List<Figure> figures() throws SQLException, IOException {
        try (Connection connection = database.getConnection();
                Statement sql = connection.createStatement()) {
            load(connection, sql);
            long counted = count(sql);
            long matched = matcher.crowd(network, null, asked()).size() / world.weight();
            if (counted != matched) {
                throw new IllegalStateException("PostgreSQL counts %d, we %d".formatted(counted, matched));
            }
            double theirs = millis(() -> count(sql), 5);
            double ours = millis(() -> matcher.crowd(network, null, asked()).size(), 1000);
            System.out.printf(
                    "%,d people by PostgreSQL in %.1f ms, by us in %.3f ms (medians)%n", counted, theirs, ours);
            sql.execute("drop table bench_like, bench_person");
            return List.of(new Figure("times faster than PostgreSQL", theirs / ours, "x", 100, true));
        }
    }

    private interface Counting {
        long count() throws SQLException;
    }

    /** Median of some counts, once both have run long enough to be at their best. */
    private static double millis(Counting counting, int warmUps) throws SQLException {
        for (int i = 0; i < warmUps; i++) {
            counting.count();
        }
        double[] took = new double[TIMES];
        for (int i = 0; i < TIMES; i++) {
            long begun = System.nanoTime();
            counting.count();
            took[i] = (System.nanoTime() - begun) / 1e6;
        }
        Arrays.sort(took);
        return took[TIMES / 2];
    }

    private static long count(Statement sql) throws SQLException {
        String query = """
                select count(*) from bench_person p
                where p.member and p.phone and p.country in ('GB', 'DE') and p.age between 25 and 54
                  and exists (select 1 from bench_like l where l.person = p.person and l.topic in (%s))
                  and exists (select 1 from bench_like l where l.person = p.person and l.topic in (%s))
                  and not exists (select 1 from bench_like l where l.person = p.person and l.topic in (%s))""".formatted(quoted(FIRST), quoted(SECOND), quoted(OUT));
        try (ResultSet rows = sql.executeQuery(query)) {
            rows.next();
            return rows.getLong(1);
        }
    }

    private static String quoted(List<String> topics) {
        return topics.stream().map(t -> "'" + t + "'").collect(Collectors.joining(","));
    }

    private void load(Connection connection, Statement sql) throws SQLException, IOException {
        sql.execute("drop table if exists bench_like, bench_person");
        sql.execute("""
                create table bench_person (person int primary key, country char(2), age smallint, phone boolean,
                                           member boolean)""");
        sql.execute("create table bench_like (topic text, person int)");
        PGConnection copying = connection.unwrap(PGConnection.class);
        RoaringBitmap phones = world.panel().column(TermKind.DEVICE, "phone").orElseThrow();
        StringBuilder people = new StringBuilder();
        world.geography()
                .countries()
                .forEach(c -> world.panel().inCountry(c.code()).forEach((IntConsumer) p -> people.append(p)
                        .append('\t')
                        .append(c.code())
                        .append('\t')
                        .append(world.panel().age(p))
                        .append('\t')
                        .append(phones.contains(p))
                        .append('\t')
                        .append(network.members().contains(p))
                        .append('\n')));
        copying.getCopyAPI().copyIn("copy bench_person from stdin", new StringReader(people.toString()));
        for (String topic : Audiences.TOPICS) {
            StringBuilder likes = new StringBuilder();
            world.panel().column(TermKind.INTEREST, topic).orElseThrow().forEach((IntConsumer)
                    p -> likes.append(topic).append('\t').append(p).append('\n'));
            copying.getCopyAPI().copyIn("copy bench_like from stdin", new StringReader(likes.toString()));
        }
        sql.execute("create index on bench_like (person, topic)");
        sql.execute("create index on bench_like (topic, person)");
        sql.execute("create index on bench_person (country, age)");
        sql.execute("vacuum analyze bench_person");
        sql.execute("vacuum analyze bench_like");
    }
}
