package app.tidewrack.core.plan;

import app.tidewrack.core.naming.Codes;
import app.tidewrack.core.naming.NameLevel;
import app.tidewrack.core.naming.NamePattern;
import app.tidewrack.core.tracking.LinkPattern;

/** How a client's campaigns, ad groups and ads are named, and what their links carry. */
public record NamingScheme(NamePattern campaign, NamePattern adGroup, NamePattern ad, LinkPattern links, Codes codes) {
    public static final NamingScheme USUAL = new NamingScheme(
            NamePattern.CAMPAIGN_USUAL,
            NamePattern.AD_GROUP_USUAL,
            NamePattern.AD_USUAL,
            LinkPattern.USUAL,
            Codes.USUAL);

    public NamingScheme {
        campaign.at(NameLevel.CAMPAIGN);
        adGroup.at(NameLevel.AD_GROUP);
        ad.at(NameLevel.AD);
    }
}
