package app.tidewrack.core.launch;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.plan.Budgeting.Basis;

/** Money of one item, a day or for its whole flight. */
public record Budget(Basis basis, Money money) {
    /** Under which it is told. */
    Field field() {
        return basis == Basis.DAILY ? Field.MONEY_A_DAY : Field.MONEY_FOR_FLIGHT;
    }

    /**
     * What it comes to a day: of lifetime money the average, rounded half up.
     *
     * @param days of the flight, at least 1
     */
    Money daily(long days) {
        return basis == Basis.DAILY ? money : money.per(days);
    }
}
