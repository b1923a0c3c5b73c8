package app.tidewrack.server.results;

import app.tidewrack.core.results.Metric;
import app.tidewrack.core.results.Metric.Better;

/**
 * A number that results are judged by, as it is told.
 *
 * @param rests what it stands on, by code; empty where it is a count or a sum itself
 */
public record MetricView(
        String code,
        String words,
        Written written,
        Better better,
        String formula,
        String rests,
        String restsWords,
        boolean own) {
    public static MetricView of(Metric m) {
        return new MetricView(
                m.code(),
                m.words(),
                written(m),
                m.better(),
                m.formula().text(),
                m.rests(),
                m.rests().isEmpty() ? "" : Metric.usual(m.rests()).words(),
                !Metric.USUAL.containsKey(m.code()));
    }

    private static Written written(Metric m) {
        if (m.share()) {
            return Written.SHARE;
        } else if (m.formula().unit().money() == 1) {
            return Written.MONEY;
        }
        return m.formula().unit().count() == 1 && m.formula().unit().money() == 0 ? Written.COUNT : Written.PLAIN;
    }

    /** How a number is written. */
    public enum Written {
        COUNT,
        /** In minor units. */
        MONEY,
        /** 0 to 1, in per cent. */
        SHARE,
        PLAIN
    }
}
