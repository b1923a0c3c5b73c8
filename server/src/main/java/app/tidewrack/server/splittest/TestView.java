package app.tidewrack.server.splittest;

import app.tidewrack.core.splittest.Differing.Shape;
import app.tidewrack.core.splittest.Verdict.Outcome;
import app.tidewrack.server.results.MetricView;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A test with what it says by now.
 *
 * @param campaign null when it is no longer in the plan
 * @param base the deciding number as it was expected; costs in minor units
 * @param least the smallest difference worth finding, as a part of the base
 * @param perCell trials, or results for costs, that each cell is to have at the end
 * @param runsFrom the first day that counts; null before it is launched
 * @param until the day whose end the numbers are of: of the look that gave the verdict, else the last that is known whole; null
 *     before the first
 * @param days that are known whole
 * @param visible the smallest difference that what came can show, as a part of the base; null for none
 * @param left what each cell still needs
 * @param daysLeft at the pace of the days so far; null where that cannot be said, or it is over
 * @param part of what was planned that has come in, 0 to 1
 * @param evidence by day, to be drawn
 * @param limits of the deviations at each planned look
 * @param best place of the cell that is ahead; null before anything came
 * @param p the adjusted p-value at the last look
 * @param limit the p-value that had to be reached there
 * @param low how much the best share is over the next one at least, with a certainty of 95 %; null for costs
 * @param why what broke it
 * @param even what was changed for all cells alike
 */
record TestView(
        String id,
        String planId,
        String campaignId,
        @Nullable String campaign,
        String network,
        String currency,
        String name,
        String hypothesis,
        MetricView metric,
        Shape shape,
        List<String> variables,
        double base,
        double least,
        double power,
        double level,
        int looks,
        double perCell,
        LocalDate startsOn,
        LocalDate lastDay,
        String person,
        TestState state,
        @Nullable LocalDate runsFrom,
        @Nullable LocalDate until,
        List<LocalDate> days,
        List<CellTold> cells,
        List<LookTold> looksTaken,
        List<DayTold> evidence,
        List<Double> limits,
        Outcome outcome,
        @Nullable Integer winner,
        @Nullable Integer best,
        double p,
        double limit,
        @Nullable Double low,
        @Nullable Double high,
        double part,
        double left,
        @Nullable Double daysLeft,
        @Nullable Double visible,
        List<String> why,
        List<String> even,
        List<EffectTold> effects,
        String learned) {

    /** As it is kept when it is ended. */
    TestView ended() {
        return with(TestState.ENDED, learned);
    }

    TestView withLearned(String text) {
        return with(state, text);
    }

    private TestView with(TestState changed, String text) {
        return new TestView(
                id,
                planId,
                campaignId,
                campaign,
                network,
                currency,
                name,
                hypothesis,
                metric,
                shape,
                variables,
                base,
                least,
                power,
                level,
                looks,
                perCell,
                startsOn,
                lastDay,
                person,
                changed,
                runsFrom,
                until,
                days,
                cells,
                looksTaken,
                evidence,
                limits,
                outcome,
                winner,
                best,
                p,
                limit,
                low,
                high,
                part,
                left,
                daysLeft,
                visible,
                why,
                even,
                effects,
                text);
    }

    /** Where a test stands. */
    enum TestState {
        SET_UP,
        RUNNING,
        /** It has said what it will, or its days are over: a person is to look and end it. */
        READY,
        ENDED
    }

    /**
     * @param people as the network shares them out; 0 where it does not tell
     * @param trials of shares
     * @param successes or results
     * @param value of the deciding number; null before it has one
     * @param low not under this with a certainty of 95 %; null where that cannot be said
     * @param high null where it cannot be said, or has no upper limit
     * @param chance that its share is the highest; null for costs
     */
    record CellTold(
            String rowId,
            String label,
            Map<String, String> values,
            long people,
            long trials,
            long successes,
            long moneyMinor,
            @Nullable Double value,
            @Nullable Double low,
            @Nullable Double high,
            @Nullable Double chance) {}

    /**
     * @param part of what was planned that had come in, 0 to 1
     * @param z deviations between the cell ahead and the next
     */
    record DayTold(LocalDate day, double part, double z) {}

    record LookTold(int number, LocalDate day, double p, double limit) {}

    /** What one variable of a factorial does by itself. */
    record EffectTold(
            String variable,
            List<ValueTold> values,
            Outcome outcome,
            @Nullable Integer winner,
            double p) {}

    record ValueTold(
            String value,
            @Nullable Double number,
            @Nullable Double low,
            @Nullable Double high) {}
}
