package app.tidewrack.practice.delivery;

import app.tidewrack.practice.report.Measure;

/** What follows from an impression: counted at once, or later and then booked to the impression's hour. */
interface Outcome {
    void now(Measure measure, long count);

    /** @param hours until it happens */
    void later(Measure measure, long valueMinor, double hours);

    void lead();

    void chat();
}
