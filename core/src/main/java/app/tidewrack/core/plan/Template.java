package app.tidewrack.core.plan;

import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.audience.TermKind;
import app.tidewrack.core.money.Money;
import app.tidewrack.core.refusal.Refusal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;

/**
 * What is left of a campaign when whom it talked to and what they saw are taken off it: its facts, and of each row its label, money,
 * split, goal, bid, placements, hours and switches. It holds definitions only, never people: what a row kept to of a client's own
 * contacts or of those like them is left out, and such a row stands for people of its own.
 *
 * @param network code of the network whose placements, goals and switches it names
 * @param facts its days say how long it runs
 * @param people in the order of the rows; at least one
 * @param creatives columns it had
 */
public record Template(String network, CampaignFacts facts, List<People> people, int creatives) {

    /** @throws Refusal (field {@code campaignId}) when there are no rows to be like */
    public Template {
        people = List.copyOf(people);
        if (people.isEmpty()) {
            throw new Refusal(
                    "campaignId",
                    "%s has no rows that another could be like.".formatted(facts.name()),
                    "Add a row, then keep it.");
        }
    }

    /**
     * Rows that talked to the same people.
     *
     * @param words what these people were called
     * @param rows one for each part that they were split into
     */
    public record People(String words, List<Part> rows) {
        public People {
            rows = List.copyOf(rows);
        }
    }

    /** @param off places of the columns it had no ad in, from 0 */
    public record Part(String label, Money money, Narrowing narrowing, Delivery delivery, Set<Integer> off) {
        public Part {
            off = Set.copyOf(off);
        }
    }

    /** An audience that it is laid over. */
    public record Onto(String audienceId, String name, AudienceDefinition definition) {}

    /** What is not as the template has it. */
    public enum Change {
        /** Nobody of the audience is of the ages or gender that the row keeps to: it is left out. */
        NOBODY,
        /** The audience lives elsewhere: the row keeps to no place. */
        ELSEWHERE,
        /** The row is in other words the same as another by now: its money is that one's. */
        JOINED,
        /** The account pays in another currency, and no rate is known: a row that had money of its own begins with the lowest. */
        CURRENCY
    }

    /** @param label of the row; empty where it concerns the whole sheet */
    public record Departure(Change change, String label) {}

    /**
     * What it is laid over, and where.
     *
     * @param facts in the currency of the account
     * @param lowest what a row that had money of its own begins with where that currency is another than the template's
     * @param ids gives a new id at every call
     */
    public record Target(
            String accountId,
            CampaignFacts facts,
            List<Onto> audiences,
            List<String> creativeIds,
            Money lowest,
            Supplier<String> ids) {}

    /**
     * A campaign like the template.
     *
     * @param own ids of its rows whose money is not what the campaign gives each row
     * @param changes what is not as the template has it: of the whole sheet, then in the order of its rows
     */
    public record Laid(Campaign campaign, Set<String> own, List<Departure> changes) {}

    /** The template of a campaign. */
    public static Template of(Campaign campaign, String network, UnaryOperator<String> audienceName) {
        Map<List<Object>, List<Part>> parts = new LinkedHashMap<>();
        Map<List<Object>, String> words = new HashMap<>();
        for (Row row : campaign.rows()) {
            List<Slice> people =
                    row.narrowing().slices().stream().filter(Template::ofPeople).toList();
            List<Object> key = List.of(row.audienceId(), people);
            String name = audienceName.apply(row.audienceId());
            words.put(key, people.isEmpty() ? name : name + " " + new Narrowing(people).words());
            parts.computeIfAbsent(key, k -> new ArrayList<>()).add(part(campaign, row));
        }
        return new Template(
                network,
                campaign.facts(),
                parts.entrySet().stream()
                        .map(e -> new People(Objects.requireNonNull(words.get(e.getKey())), e.getValue()))
                        .toList(),
                campaign.columns().size());
    }

    private static Part part(Campaign campaign, Row row) {
        Set<Integer> off = new HashSet<>();
        for (int c = 0; c < campaign.columns().size(); c++) {
            if (!campaign.isOn(row.id(), campaign.columns().get(c).id())) {
                off.add(c);
            }
        }
        List<Slice> kept =
                row.narrowing().slices().stream().filter(s -> !ofPeople(s)).toList();
        return new Part(row.label(), row.money(), new Narrowing(kept), row.delivery(), off);
    }

    /** Whether it names a client's contacts, or people like them. */
    private static boolean ofPeople(Slice slice) {
        return slice instanceof Slice.Having having
                && having.terms().stream().anyMatch(t -> t.kind() == TermKind.SOURCE || t.kind() == TermKind.LOOKALIKE);
    }

    public int rows() {
        return people.stream().mapToInt(p -> p.rows().size()).sum();
    }

    /**
     * A campaign of these facts over other audiences and creatives. An audience takes the rows of the people who were called as it is;
     * the others take what is left in its order, and those beyond the last are like the last. Likewise creatives by their order alone.
     * A row that would show none of them shows all.
     *
     * @throws Refusal (field {@code rows}) when the sheet would be too large
     */
    public Laid laid(Target target) {
        return new Laying(target).laid();
    }

    private final class Laying {
        private final Target target;
        private final Campaign empty;
        private final List<Column> columns;
        private final boolean otherCurrency;
        private final Labels labels = new Labels(Set.of());
        private final List<Departure> changes = new ArrayList<>();
        private final Map<String, Row> rows = new LinkedHashMap<>();
        private final Set<String> own = new HashSet<>();
        private final Map<CellRef, String> off = new HashMap<>();
        private boolean repriced;

        Laying(Target target) {
            this.target = target;
            empty = Campaign.empty(target.ids().get(), target.accountId(), target.facts());
            otherCurrency = !target.lowest()
                    .currency()
                    .equals(Template.this.facts.moneyPerRow().currency());
            columns = target.creativeIds().stream()
                    .map(id -> new Column(target.ids().get(), id))
                    .toList();
        }

        Laid laid() {
            List<People> like = like();
            for (int i = 0; i < like.size(); i++) {
                lay(like.get(i), target.audiences().get(i));
            }
            if (repriced) {
                changes.add(0, new Departure(Change.CURRENCY, ""));
            }
            Campaign made = empty.withColumns(columns)
                    .withRows(List.copyOf(rows.values()))
                    .withOff(off);
            return new Laid(made, Set.copyOf(own), List.copyOf(changes));
        }

        /** Whose rows each audience takes. */
        private List<People> like() {
            List<People> left = new ArrayList<>(people);
            List<Optional<People>> called = target.audiences().stream()
                    .map(onto -> {
                        Optional<People> same = left.stream()
                                .filter(p -> p.words().equalsIgnoreCase(onto.name()))
                                .findFirst();
                        same.ifPresent(left::remove);
                        return same;
                    })
                    .toList();
            People last = people.get(people.size() - 1);
            return called.stream()
                    .map(same -> same.orElseGet(() -> left.isEmpty() ? last : left.remove(0)))
                    .toList();
        }

        private void lay(People from, Onto onto) {
            Map<List<Object>, String> withoutPlace = new HashMap<>();
            for (Part part : from.rows()) {
                String called = part.label().replace(from.words(), onto.name());
                Optional<Kept> found = Kept.of(part, called, onto.definition());
                if (found.isEmpty()) {
                    changes.add(new Departure(Change.NOBODY, called));
                    continue;
                }
                Kept kept = found.get();
                List<Object> same = List.of(kept.narrowing(), part.delivery(), part.off());
                String joined = kept.elsewhere() ? withoutPlace.get(same) : null;
                if (joined != null) {
                    rows.computeIfPresent(
                            joined, (id, row) -> row.paid(row.money().plus(money(part, id))));
                    changes.add(new Departure(Change.JOINED, called));
                    continue;
                }
                String id = target.ids().get();
                String label = labels.free(fitting(kept.label().isBlank() ? onto.name() : kept.label()));
                if (kept.elsewhere()) {
                    withoutPlace.put(same, id);
                    changes.add(new Departure(Change.ELSEWHERE, label));
                }
                rows.put(
                        id,
                        new Row(
                                id,
                                onto.audienceId(),
                                label,
                                money(part, id),
                                false,
                                kept.narrowing(),
                                delivery(part)));
                switchOff(part, id);
            }
        }

        private String fitting(String label) {
            int most = CampaignFacts.LONGEST_NAME;
            return label.length() > most ? label.substring(0, most) : label;
        }

        /** What the template's campaign gave each row is what this one gives it; money of a row's own stays. */
        private Money money(Part part, String rowId) {
            if (part.money().equals(Template.this.facts.moneyPerRow())) {
                return empty.facts().moneyPerRow();
            }
            own.add(rowId);
            repriced |= otherCurrency;
            return otherCurrency ? target.lowest() : part.money();
        }

        private Delivery delivery(Part part) {
            Delivery delivery = part.delivery();
            if (!otherCurrency || delivery.bid().amount() == null) {
                return delivery;
            }
            repriced = true;
            return delivery.bidding(Bid.AUTOMATIC);
        }

        private void switchOff(Part part, String rowId) {
            List<Column> without = new ArrayList<>();
            for (int c = 0; c < columns.size(); c++) {
                if (part.off().contains(Math.min(c, creatives - 1))) {
                    without.add(columns.get(c));
                }
            }
            if (without.size() < columns.size()) {
                without.forEach(c -> off.put(new CellRef(rowId, c.id()), ""));
            }
        }
    }

    /**
     * What a row keeps to of another audience.
     *
     * @param label with the words of that
     * @param elsewhere whether it kept to places that the audience is not in
     */
    private record Kept(String label, Narrowing narrowing, boolean elsewhere) {
        /** Nothing where nobody of the audience is of it. */
        static Optional<Kept> of(Part part, String called, AudienceDefinition audience) {
            List<Slice> kept = new ArrayList<>();
            String label = called;
            boolean elsewhere = false;
            for (Slice slice : part.narrowing().slices()) {
                Slice there = within(slice, audience);
                if (there != null) {
                    kept.add(there);
                } else if (slice instanceof Slice.In) {
                    elsewhere = true;
                } else {
                    return Optional.empty();
                }
                label = CarriedPeople.relabelled(label, slice, there == null ? "" : there.words());
            }
            return Optional.of(new Kept(label, new Narrowing(kept), elsewhere));
        }
    }

    /** What a row keeps to of an audience when it kept to this of another; null for nobody, or, of places, for none of its own. */
    private static @Nullable Slice within(Slice slice, AudienceDefinition audience) {
        if (slice instanceof Slice.Aged aged) {
            AgeRange all = audience.ages();
            if (all == null) {
                return slice;
            }
            int from = Math.max(all.from(), aged.ages().from());
            int to = Math.min(all.to(), aged.ages().to());
            return from > to ? null : new Slice.Aged(new AgeRange(from, to));
        }
        if (slice instanceof Slice.OfGender of) {
            return audience.gender() == Gender.ANY || audience.gender() == of.gender() ? slice : null;
        }
        return slice instanceof Slice.In in && !lieIn(in.places(), audience.places()) ? null : slice;
    }

    /** Whether each of the places is one of the others, or lies in a country that they name whole. */
    private static boolean lieIn(Places places, Places others) {
        return others.countries().containsAll(places.countries())
                && places.regions().stream()
                        .allMatch(r -> others.regions().contains(r)
                                || others.countries().contains(Places.countryOf(r)))
                && places.circles().stream()
                        .allMatch(c -> others.circles().contains(c)
                                || others.countries().contains(c.country()));
    }
}
