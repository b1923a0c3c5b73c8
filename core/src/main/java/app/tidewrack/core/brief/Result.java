package app.tidewrack.core.brief;

import app.tidewrack.core.forecast.Range;
import app.tidewrack.core.results.Counts;
import app.tidewrack.core.results.Measure;
import java.util.Arrays;

/**
 * The result that counts in a brief, with how many usually come of an impression. The shares are round figures of common
 * practice over networks and placements, from memory; they are where a client without a history starts.
 */
public enum Result {
    CLICK("click", Measure.CLICKS, 0.004, 0.02),
    VISIT("visit", Measure.VISITS, 0.003, 0.016),
    VIDEO_VIEW("video view", Measure.VIEWS, 0.1, 0.35),
    ENGAGEMENT("engagement", Measure.ENGAGEMENTS, 0.005, 0.04),
    FORM("lead form", Measure.FORM_SENDS, 0.0003, 0.002),
    CHAT("chat", Measure.CHATS, 0.0004, 0.003),
    LEAD("lead on the site", Measure.SITE_LEADS, 0.0002, 0.0015),
    SALE("sale", Measure.PURCHASES, 0.0001, 0.0008),
    INSTALL("app install", Measure.INSTALLS, 0.0003, 0.002),
    THOUSAND("thousand impressions", Measure.IMPRESSIONS, 0.001, 0.001);

    private final String words;
    private final Range ofImpressions;

    private final Measure measure;

    Result(String words, Measure measure, double from, double to) {
        this.words = words;
        this.measure = measure;
        ofImpressions = new Range(from, to);
    }

    /** One of it, in words. */
    public String words() {
        return words;
    }

    /** What is counted as it. */
    public Measure measure() {
        return measure;
    }

    /** How many of it there are in what was counted. */
    public double of(Counts counts) {
        double counted = counts.get(measure);
        return this == THOUSAND ? counted / 1000 : counted;
    }

    /** What counts for a measure that delivery seeks; a click where briefs count nothing like it. */
    public static Result ofSought(Measure sought) {
        return Arrays.stream(values())
                .filter(r -> r.measure == sought)
                .findFirst()
                .orElse(CLICK);
    }

    /** Share of impressions that usually bring one. */
    public Range ofImpressions() {
        return ofImpressions;
    }

    /** True when it comes after a click, so that a test of it counts clicks and not impressions. */
    public boolean afterClick() {
        return this == FORM || this == CHAT || this == LEAD || this == SALE || this == INSTALL;
    }
}
