package app.tidewrack.server.launch;

import app.tidewrack.core.check.Finding;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Drift;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.signoff.Coverage;
import app.tidewrack.server.splittest.TestsAtStake.TestAtStake;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a launch would do.
 *
 * @param signOffDemanded whether nothing of it is launched that no approver said yes to
 * @param newestLaunchId the last launch of this campaign, if any
 * @param byHand the last launch was handed over, to be entered by hand
 * @param drift what was changed on the network behind our back
 * @param test a running test that launching all of it would break
 */
public record ChangesView(
        int planVersion,
        List<ChangeTold> changes,
        boolean signOffDemanded,
        List<Finding> findings,
        String currency,
        long dailyBeforeMinor,
        long dailyAfterMinor,
        @Nullable String newestLaunchId,
        boolean running,
        boolean byHand,
        List<DriftTold> drift,
        @Nullable TestAtStake test) {

    /** @param field in words, as its values are */
    public record FieldTold(Field code, String field, String before, String after) {}

    /**
     * @param belonging for a removal, how many items go with it
     * @param signOff how it stands to what approvers said
     * @param since words of the fields that were edited since they did
     */
    public record ChangeTold(
            Action action,
            Level level,
            String key,
            @Nullable String parentKey,
            String name,
            List<FieldTold> fields,
            int belonging,
            Coverage.Standing signOff,
            List<String> since) {
        public static ChangeTold of(Coverage covered, ItemWords words) {
            Change change = covered.change();
            return new ChangeTold(
                    change.action(),
                    change.level(),
                    change.key().text(),
                    change.key().parent().map(ItemKey::text).orElse(null),
                    change.settings().name(),
                    change.fields().stream()
                            .map(f -> new FieldTold(
                                    f, f.words(), words.of(f, change.before()), words.of(f, change.settings())))
                            .toList(),
                    change.belonging(),
                    covered.standing(),
                    covered.since().stream().map(Field::words).toList());
        }
    }

    /**
     * One part of an item that is not as we left it.
     *
     * @param canTakeOver the plan can be made to say the same
     */
    public record DriftTold(
            Level level,
            String key,
            String name,
            Field code,
            String field,
            String ours,
            String theirs,
            boolean canTakeOver) {
        static DriftTold of(Drift drift, Campaign campaign, ItemWords words) {
            return new DriftTold(
                    drift.item().key().level(),
                    drift.item().key().text(),
                    drift.item().left().settings().name(),
                    drift.field(),
                    drift.field().words(),
                    words.of(drift.field(), drift.item().left()),
                    words.of(drift.field(), drift.item().now()),
                    drift.canTakeOver(campaign));
        }
    }
}
