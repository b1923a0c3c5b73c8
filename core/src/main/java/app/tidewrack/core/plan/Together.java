package app.tidewrack.core.plan;

import java.util.ArrayList;
import java.util.List;

/** Several edits made, undone and redone as one, under one name. */
public record Together(String words, List<PlanEdit> edits) implements PlanEdit {
    public Together {
        edits = List.copyOf(edits);
    }

    @Override
    public Applied applyTo(Plan plan) {
        List<PlanEdit> inverses = new ArrayList<>();
        Plan changed = plan;
        for (PlanEdit edit : edits) {
            Applied applied = edit.applyTo(changed);
            changed = applied.plan();
            inverses.add(0, applied.inverse());
        }
        return new Applied(changed, new Together(words, inverses), words);
    }
}
