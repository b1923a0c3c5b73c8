package app.tidewrack.core.plan;

/**
 * The only way a plan changes. Applying one gives the new plan, the edit that takes it back, and what it did in words.
 * For every plan p and legal edit e: {@code e.applyTo(p).inverse().applyTo(e.applyTo(p).plan()).plan()} equals p.
 */
public sealed interface PlanEdit
        permits AddCampaign,
                RemoveCampaign,
                ChangeCampaign,
                AddRows,
                RemoveRows,
                RenameRows,
                SetRowMoney,
                LockMoney,
                NarrowRows,
                SetDelivery,
                AddColumns,
                RemoveColumns,
                SwitchCells,
                Together {

    /**
     * @throws app.tidewrack.core.refusal.Refusal when the edit does not fit the plan; the plan is as it was
     */
    Applied applyTo(Plan plan);

    /**
     * @param words what was done, as undo names it: {@code budget £10.00 to £12.00}
     */
    record Applied(Plan plan, PlanEdit inverse, String words) {}
}
