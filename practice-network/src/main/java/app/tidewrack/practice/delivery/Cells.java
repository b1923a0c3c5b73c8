package app.tidewrack.practice.delivery;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.practice.network.Network;
import app.tidewrack.practice.report.Cell;
import app.tidewrack.practice.report.Cell.Part;
import app.tidewrack.practice.report.Dimension;
import app.tidewrack.practice.report.Labels;
import app.tidewrack.practice.world.Panel;
import app.tidewrack.practice.world.WorkFacts;
import app.tidewrack.practice.world.World;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/** Finds the cell that an impression belongs to. */
final class Cells {
    private final Panel panel;
    private final int[] bandOfAge = new int[121];
    private final int[] regionOfCity;
    private final boolean work;
    private final Map<Part, Map<String, Integer>> workCodes = new HashMap<>();

    Cells(Network network, World world, Labels labels) {
        panel = world.panel();
        List<AgeRange> bands = Labels.ageBands(network);
        for (int age = 0; age < bandOfAge.length; age++) {
            int band = 0;
            while (band < bands.size() - 1 && age > bands.get(band).to()) {
                band++;
            }
            bandOfAge[age] = band;
        }
        regionOfCity = world.geography().cities().stream()
                .mapToInt(c -> labels.region(c.region()))
                .toArray();
        work = network.rulebook().reports().breakdowns().contains("job-function");
        if (work) {
            Labels.WORK_PARTS.forEach((part, kind) -> workCodes.put(part, labels.workCodes(kind)));
        }
    }

    /** Dimensions kept for an ad. */
    List<Dimension> dimensions(boolean mix) {
        List<Dimension> kept = new ArrayList<>(Dimension.USUAL);
        if (mix) {
            kept.addAll(Dimension.ASSETS);
        }
        if (work) {
            kept.addAll(Dimension.WORK);
        }
        return kept;
    }

    /** @param combination which medium, body, headline, description and call to action was shown */
    long cell(int person, int placement, int device, int[] combination) {
        long cell = Cell.with(0, Part.AGE, bandOfAge[panel.age(person)]);
        cell = Cell.with(cell, Part.GENDER, panel.gender(person).ordinal());
        cell = Cell.with(cell, Part.REGION, regionOfCity[panel.city(person)]);
        cell = Cell.with(cell, Part.PLACEMENT, placement);
        cell = Cell.with(cell, Part.DEVICE, device);
        cell = Cell.with(cell, Part.MEDIA, combination[0]);
        cell = Cell.with(cell, Part.BODY, combination[1]);
        cell = Cell.with(cell, Part.HEADLINE, combination[2]);
        cell = Cell.with(cell, Part.DESCRIPTION, combination[3]);
        cell = Cell.with(cell, Part.CALL_TO_ACTION, combination[4]);
        return work ? withWork(cell, person) : cell;
    }

    private long withWork(long cell, int person) {
        WorkFacts facts = panel.work();
        long with = cell;
        for (Map.Entry<Part, TermKind> part : Labels.WORK_PARTS.entrySet()) {
            int code = Objects.requireNonNull(workCodes.get(part.getKey()))
                    .getOrDefault(facts.fact(part.getValue(), person), 0);
            with = Cell.with(with, part.getKey(), code);
        }
        return with;
    }
}
