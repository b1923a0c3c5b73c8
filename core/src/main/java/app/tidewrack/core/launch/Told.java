package app.tidewrack.core.launch;

import java.util.List;

/** What a network tells of an item that stands there: all of a campaign or an ad group, and part of an ad. */
public sealed interface Told permits CampaignSettings, GroupSettings, Told.AdTold {
    /** @param link where it leads; empty for formats that lead nowhere */
    record AdTold(String name, List<String> bodies, List<String> headlines, String link) implements Told {}

    /** What is told, and of what is not told what was known before. */
    static Settings over(Told told, Settings known) {
        if (told instanceof AdTold ad && known instanceof AdSettings before) {
            return new AdSettings(ad.name(), before.creative().saying(ad.bodies(), ad.headlines(), ad.link()));
        }
        if (told instanceof Settings all && all.level() == known.level()) {
            return all;
        }
        throw new IllegalArgumentException("A %s cannot be told as %s.".formatted(known.level(), told));
    }
}
