package app.tidewrack.server.splittest;

import app.tidewrack.core.splittest.Differing.Shape;
import app.tidewrack.core.splittest.Verdict.Outcome;
import app.tidewrack.server.results.MetricView;
import app.tidewrack.server.web.JsonColumn;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** A test with what it says by now. */
@JsonColumn
record TestView(
        String id,
        String name,
        String hypothesis,
        String person,
        String learned,
        TestState state,
        PlaceTold place,
        AskedTold asked,
        CourseTold course,
        VerdictTold verdict,
        List<CellTold> cells,
        List<EffectTold> effects) {

    /** As it is kept when it is ended. */
    TestView ended() {
        return with(TestState.ENDED, learned);
    }

    TestView withLearned(String text) {
        return with(state, text);
    }

    private TestView with(TestState changed, String text) {
        return new TestView(id, name, hypothesis, person, text, changed, place, asked, course, verdict, cells, effects);
    }

    /** @param campaign null when it is no longer in the plan */
    record PlaceTold(
            String planId, String campaignId, @Nullable String campaign, String network, String currency) {}

    /**
     * What was asked, and what answers it.
     *
     * @param base the deciding number as it was expected; costs in minor units
     * @param least the smallest difference worth finding, as a part of the base
     * @param perCell trials, or results for costs, that each cell is to have at the end
     */
    record AskedTold(
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
            LocalDate lastDay) {}

    /**
     * How far it has come.
     *
     * @param runsFrom the first day that counts; null before it is launched
     * @param until the day whose end the numbers are of: of the look that gave the verdict, else the last that is known whole; null
     *     before the first
     * @param days that are known whole
     * @param evidence by day, to be drawn
     * @param limits of the deviations at each planned look
     * @param part of what was planned that has come in, 0 to 1
     * @param left what each cell still needs
     * @param daysLeft at the pace of the days so far; null where that cannot be said, or it is over
     * @param visible the smallest difference that what came can show, as a part of the base; null for none
     * @param late the day at whose end nearly all of the last day is in, when the last look is taken; null unless that is awaited
     * @param together how likely all cells would differ as much by luck, two-sided; null for costs, and before anything came
     * @param dispersion how many times as much days vary as by chance; null before the first
     * @param even what was changed for all cells alike
     */
    record CourseTold(
            @Nullable LocalDate runsFrom,
            @Nullable LocalDate until,
            List<LocalDate> days,
            List<LookTold> looks,
            List<DayTold> evidence,
            List<Double> limits,
            double part,
            double left,
            @Nullable Double daysLeft,
            @Nullable Double visible,
            @Nullable LocalDate late,
            @Nullable Double dispersion,
            @Nullable Double together,
            List<String> even) {}

    /**
     * @param best place of the cell that is ahead; null before anything came
     * @param p the adjusted p-value at the last look
     * @param limit the p-value that had to be reached there
     * @param low how much the best share is over the next one at least, with a certainty of 95 %; null for costs
     * @param why what broke it
     */
    record VerdictTold(
            Outcome outcome,
            @Nullable Integer winner,
            @Nullable Integer best,
            double p,
            double limit,
            @Nullable Double low,
            @Nullable Double high,
            List<String> why) {}

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
     * @param loss what is given away of the share in the mean by choosing it; null for costs
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
            @Nullable Double chance,
            @Nullable Double loss) {}

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
            double p,
            @Nullable OddsTold odds) {}

    /**
     * How many times the odds of the better of two values are the other's, with the certainty of the test.
     *
     * @param to null where it has no upper limit
     */
    record OddsTold(double times, double from, @Nullable Double to) {}

    record ValueTold(
            String value,
            @Nullable Double number,
            @Nullable Double low,
            @Nullable Double high) {}
}
