package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AnyOf;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.Term;
import java.util.ArrayList;
import java.util.List;

/** One value of a {@link Variable} that a row keeps to: the part of its audience that it talks to. */
public sealed interface Slice {
    Variable variable();

    /** Short, as it stands in the row's label: {@code 25 to 34}, {@code women}, {@code Norwich}. */
    String words();

    /** The audience cut down to this slice. */
    AudienceDefinition of(AudienceDefinition audience);

    /** People of some ages. */
    record Aged(AgeRange ages) implements Slice {
        @Override
        public Variable variable() {
            return Variable.AGE;
        }

        @Override
        public String words() {
            return ages.from() == ages.to() ? String.valueOf(ages.from()) : ages.from() + " to " + ages.to();
        }

        @Override
        public AudienceDefinition of(AudienceDefinition audience) {
            return audience.aged(ages);
        }
    }

    /** Women or men. */
    record OfGender(Gender gender) implements Slice {
        @Override
        public Variable variable() {
            return Variable.GENDER;
        }

        @Override
        public String words() {
            return gender == Gender.WOMEN ? "women" : "men";
        }

        @Override
        public AudienceDefinition of(AudienceDefinition audience) {
            return audience.of(gender);
        }
    }

    /** People in some of the places. */
    record In(Places places, String words) implements Slice {
        @Override
        public Variable variable() {
            return Variable.PLACE;
        }

        @Override
        public AudienceDefinition of(AudienceDefinition audience) {
            return audience.in(places);
        }
    }

    /**
     * The same people, reached in one placement.
     *
     * @param placement its code in the rulebook
     */
    record ShownIn(String placement, String words) implements Slice {
        @Override
        public Variable variable() {
            return Variable.PLACEMENT;
        }

        @Override
        public AudienceDefinition of(AudienceDefinition audience) {
            return audience;
        }
    }

    /**
     * People of whom one of some terms holds. It takes the place of the condition that names one of them; where none does, that
     * of the first condition of their kind, and otherwise it is one condition more. An interest always narrows, so it never
     * takes the place of a condition on other interests.
     *
     * @param terms at least one, all of one kind
     */
    record Having(Variable variable, List<Term> terms, String words) implements Slice {
        public Having {
            terms = List.copyOf(terms);
        }

        @Override
        public AudienceDefinition of(AudienceDefinition audience) {
            List<AnyOf> conditions = new ArrayList<>(audience.conditions());
            AnyOf slice = new AnyOf(terms);
            int replaced = first(conditions);
            if (replaced < 0) {
                conditions.add(slice);
            } else {
                conditions.set(replaced, slice);
            }
            return audience.under(conditions);
        }

        private int first(List<AnyOf> conditions) {
            for (int i = 0; i < conditions.size(); i++) {
                if (conditions.get(i).terms().stream().anyMatch(terms::contains)) {
                    return i;
                }
            }
            for (int i = 0; i < conditions.size() && variable != Variable.INTEREST; i++) {
                if (conditions.get(i).kind() == terms.get(0).kind()) {
                    return i;
                }
            }
            return -1;
        }
    }
}
