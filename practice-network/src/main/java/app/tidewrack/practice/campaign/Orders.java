package app.tidewrack.practice.campaign;

import app.tidewrack.core.audience.AudienceDefinition;
import java.time.LocalDate;

/** What advertisers send to set something up or change it. */
public final class Orders {
    private Orders() {}

    /** @param endsOn the day after the last */
    public record CampaignOrder(
            String account,
            String name,
            String objective,
            LocalDate startsOn,
            LocalDate endsOn,
            String zone,
            String currency) {}

    /** @param dailyMinor the most it may spend a day, in minor units of the campaign's currency */
    public record AdGroupOrder(String campaignId, String name, AudienceDefinition audience, long dailyMinor) {}

    /** @param pictureSha SHA-256 of a picture sent before */
    public record AdOrder(
            String adGroupId,
            String name,
            String body,
            String headline,
            String description,
            String callToAction,
            String link,
            String pictureSha) {}

    /** The id of what was created. */
    public record Created(String id) {}

    /** Whether something should stand still. */
    public record Pausing(boolean paused) {}
}
