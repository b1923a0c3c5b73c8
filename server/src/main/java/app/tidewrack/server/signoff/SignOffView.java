package app.tidewrack.server.signoff;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.network.Rulebook.Choice;
import app.tidewrack.server.creative.CreativeFits.FormatView;
import app.tidewrack.server.creative.CreativeFits.NetworkFit;
import app.tidewrack.server.launch.ChangesView.ChangeTold;
import app.tidewrack.server.launch.ChangesView.FieldTold;
import app.tidewrack.server.person.Guests.GuestLink;
import app.tidewrack.server.plan.preview.CampaignExpectations.ExpectedOfCampaign;
import app.tidewrack.server.signoff.Comments.PlanComment;
import app.tidewrack.server.signoff.kept.SentContent.SentDay;
import app.tidewrack.server.signoff.kept.SentContent.SentFinding;
import app.tidewrack.server.signoff.kept.SentContent.SentLine;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A sign-off as whoever decides on it sees it: all of it, so that nothing else has to be asked for.
 *
 * @param nowAtVersion version of the plan as it is now
 * @param mayDecide whether whoever asks is to decide; false once it was decided
 * @param mayComment likewise for saying something
 * @param links for those without an account; empty for them
 * @param client its name
 */
record SignOffView(
        SignOffLine line,
        String client,
        int nowAtVersion,
        boolean mayDecide,
        boolean mayComment,
        List<SignOffCampaign> campaigns,
        List<PlanComment> comments,
        List<GuestLink> links,
        List<FormatView> formats,
        List<Medium> media) {

    /**
     * One campaign of it. Money in minor units.
     *
     * @param actions calls to action by code
     */
    record SignOffCampaign(
            String campaignId,
            String name,
            String account,
            String network,
            String networkName,
            String currency,
            long dailyBeforeMinor,
            long dailyAfterMinor,
            List<SignOffChange> changes,
            List<SentLine> rows,
            List<SentLine> columns,
            List<SentDay> days,
            List<SentFinding> findings,
            @Nullable ExpectedOfCampaign expected,
            List<SignOffAd> ads,
            int adsNotDrawn,
            List<Choice> actions) {}

    /**
     * @param since in what it differs from what was sent the last time
     * @param first whether it was not among that
     * @param edited words of the fields that the plan says otherwise by now; its removal is one
     */
    record SignOffChange(ChangeTold change, boolean first, List<FieldTold> since, List<String> edited) {}

    /**
     * An ad as people see it, in all rows that show it so.
     *
     * @param rowIds rows of the sheet
     * @param fit on the placements where these rows show it
     */
    record SignOffAd(
            String columnId,
            List<String> rowIds,
            CreativeSettings shows,
            NetworkFit fit,
            @Nullable LeadForm form) {}
}
