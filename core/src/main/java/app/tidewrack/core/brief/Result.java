package app.tidewrack.core.brief;

import app.tidewrack.core.forecast.Range;

/**
 * The result that counts in a brief, with how many usually come of an impression. The shares are round figures of common
 * practice over networks and placements, from memory; they are where a client without a history starts.
 */
public enum Result {
    CLICK("click", 0.004, 0.02),
    VISIT("visit", 0.003, 0.016),
    VIDEO_VIEW("video view", 0.1, 0.35),
    ENGAGEMENT("engagement", 0.005, 0.04),
    FORM("lead form", 0.0003, 0.002),
    CHAT("chat", 0.0004, 0.003),
    LEAD("lead on the site", 0.0002, 0.0015),
    SALE("sale", 0.0001, 0.0008),
    INSTALL("app install", 0.0003, 0.002),
    THOUSAND("thousand impressions", 0.001, 0.001);

    private final String words;
    private final Range ofImpressions;

    Result(String words, double from, double to) {
        this.words = words;
        ofImpressions = new Range(from, to);
    }

    /** One of it, in words. */
    public String words() {
        return words;
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
