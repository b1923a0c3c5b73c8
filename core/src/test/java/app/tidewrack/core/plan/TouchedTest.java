package app.tidewrack.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class TouchedTest {
    private static Optional<Plan> done(PlanEdit edit, Plan plan) {
        try {
            return Optional.of(edit.applyTo(plan).plan());
        } catch (Refusal | NoSuchElementException | IllegalArgumentException refused) {
            return Optional.empty();
        }
    }

    private static Plan grown(RandomEdits edits, Random random) {
        Plan plan = new Plan("p", "Plan", List.of());
        for (int step = 0; step < 40; step++) {
            plan = edits.any(plan, random).applyTo(plan).plan();
        }
        return plan;
    }

    /**
     * Somebody edits a plan that another edited meanwhile, 2,000 times: where that does not collide, everything that either changed is in
     * the end as they left it.
     */
    @Test
    void whatDoesNotCollideLosesNothingOfEither() {
        int apart = 0;
        int collided = 0;
        for (int seed = 0; seed < 50; seed++) {
            Random random = new Random(seed);
            RandomEdits edits = new RandomEdits();
            Plan plan = grown(edits, random);
            for (int pair = 0; pair < 40; pair++) {
                PlanEdit mine = edits.any(plan, random);
                Plan now = edits.any(plan, random).applyTo(plan).plan();
                Plan alone = mine.applyTo(plan).plan();
                Plan laidOver = done(mine, now).orElse(null);
                if (laidOver == null) {
                    continue;
                }
                Touched theirs = Touched.between(plan, now);
                boolean collides = Touched.between(now, laidOver).collidesWith(theirs);
                collided += collides ? 1 : 0;
                apart += collides ? 0 : 1;
                if (!collides) {
                    assertThat(Touched.between(now, laidOver).things()).noneMatch(theirs.things()::contains);
                    assertThat(Touched.between(alone, laidOver).things())
                            .as("seed %d, %s", seed, mine)
                            .noneMatch(Touched.between(plan, alone).things()::contains);
                }
            }
        }
        System.out.printf("Of edits made meanwhile %,d do not collide and %,d do%n", apart, collided);
        assertThat(apart).isGreaterThan(500);
        assertThat(collided).isGreaterThan(100);
    }

    @Test
    void onlyTheSameThingCollides() {
        RandomEdits edits = new RandomEdits();
        Random random = new Random(2);
        Plan plan = new Plan("p", "Plan", List.of(Campaign.empty("c", "a", edits.facts(10))));
        for (int i = 0; i < 2; i++) {
            plan = edits.newRow(plan.campaign("c"), 0, random).applyTo(plan).plan();
        }
        plan = edits.newColumn(plan.campaign("c"), 0).applyTo(plan).plan();
        String row = plan.campaign("c").rows().get(0).id();
        String other = plan.campaign("c").rows().get(1).id();
        String column = plan.campaign("c").columns().get(0).id();
        PlanEdit money = new SetRowMoney("c", Map.of(row, Money.ofMinor(7_777, "GBP")));
        PlanEdit name = new RenameRows("c", Map.of(row, "Anew"));
        PlanEdit removed = new RemoveRows("c", List.of(row));
        PlanEdit cell = new SwitchCells("c", List.of(new CellRef(row, column)), false, "");
        PlanEdit facts = new ChangeCampaign("c", edits.facts(20));
        assertThat(touched(plan, money)).containsExactly(row + " MONEY");
        assertThat(collide(plan, money, new SetRowMoney("c", Map.of(row, Money.ofMinor(1, "GBP")))))
                .isTrue();
        assertThat(collide(plan, money, new SetRowMoney("c", Map.of(other, Money.ofMinor(1, "GBP")))))
                .isFalse();
        assertThat(collide(plan, money, name)).isFalse();
        assertThat(collide(plan, money, cell)).isFalse();
        assertThat(collide(plan, money, removed)).isTrue();
        assertThat(collide(plan, removed, cell)).isTrue();
        assertThat(collide(plan, new RemoveColumns("c", List.of(column)), cell)).isTrue();
        assertThat(collide(plan, facts, money)).isFalse();
        assertThat(collide(plan, facts, new ChangeCampaign("c", edits.facts(30))))
                .isTrue();
        assertThat(collide(
                        plan, edits.newRow(plan.campaign("c"), 0, random), edits.newRow(plan.campaign("c"), 0, random)))
                .isFalse();
        Touched all = new Touched(Set.of(Touched.ALL));
        assertThat(all.collidesWith(Touched.between(plan, plan))).isFalse();
        assertThat(Touched.between(plan, money.applyTo(plan).plan()).collidesWith(all))
                .isTrue();
    }

    private static Set<String> touched(Plan plan, PlanEdit edit) {
        return Touched.between(plan, edit.applyTo(plan).plan()).things();
    }

    private static boolean collide(Plan plan, PlanEdit one, PlanEdit other) {
        return Touched.between(plan, one.applyTo(plan).plan())
                .collidesWith(Touched.between(plan, other.applyTo(plan).plan()));
    }
}
