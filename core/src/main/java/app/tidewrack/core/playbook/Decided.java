package app.tidewrack.core.playbook;

import java.time.LocalDate;
import org.jspecify.annotations.Nullable;

/** What a person did with an advice. Stored by name. */
public enum Decided {
    TAKEN,
    PUT_OFF,
    REFUSED;

    /** An advice that was refused is not given again for so many days. */
    public static final int REFUSED_DAYS = 7;

    /**
     * Whether the same advice is not given again yet: what was taken is left alone as long as the playbook says.
     *
     * @param day on which it was decided
     * @param until the last day on which it is put off; null unless it is
     */
    public boolean holds(LocalDate day, @Nullable LocalDate until, LocalDate today, Playbook playbook) {
        return switch (this) {
            case TAKEN -> day.plusDays(playbook.leaveDays()).isAfter(today);
            case PUT_OFF -> until != null && !until.isBefore(today);
            case REFUSED -> day.plusDays(REFUSED_DAYS).isAfter(today);
        };
    }
}
