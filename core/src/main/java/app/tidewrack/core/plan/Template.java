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

    /** A campaign like the template, and what is not as it has it: of the whole sheet, then in the order of its rows. */
    public record Laid(Campaign campaign, List<Departure> changes) {}

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
     * @param facts in the currency of the account
     * @param lowest what a row that had money of its own begins with where that currency is another than the template's
     * @param ids gives a new id at every call
     * @throws Refusal (field {@code rows}) when the sheet would be too large
     */
    public Laid laid(
            String accountId,
            CampaignFacts facts,
            List<Onto> audiences,
            List<String> creativeIds,
            Money lowest,
            Supplier<String> ids) {
        return new Laying(accountId, facts, audiences, creativeIds, lowest, ids).laid();
    }

    private final class Laying {
        private final Campaign empty;
        private final List<Onto> audiences;
        private final List<Column> columns;
        private final Money lowest;
        private final boolean otherCurrency;
        private final Supplier<String> ids;
        private final Labels labels = new Labels(Set.of());
        private final List<Departure> changes = new ArrayList<>();
        private final List<Row> rows = new ArrayList<>();
        private boolean repriced;
        private final Map<CellRef, String> off = new HashMap<>();

        Laying(
                String accountId,
                CampaignFacts facts,
                List<Onto> audiences,
                List<String> creativeIds,
                Money lowest,
                Supplier<String> ids) {
            empty = Campaign.empty(ids.get(), accountId, facts);
            this.audiences = audiences;
            this.lowest = lowest;
            otherCurrency =
                    !lowest.currency().equals(Template.this.facts.moneyPerRow().currency());
            this.ids = ids;
            columns = creativeIds.stream().map(id -> new Column(ids.get(), id)).toList();
        }

        Laid laid() {
            List<People> like = like();
            for (int i = 0; i < audiences.size(); i++) {
                lay(like.get(i), audiences.get(i));
            }
            if (repriced) {
                changes.add(0, new Departure(Change.CURRENCY, ""));
            }
            return new Laid(empty.withColumns(columns).withRows(rows).withOff(off), List.copyOf(changes));
        }

        /** Whose rows each audience takes. */
        private List<People> like() {
            List<People> left = new ArrayList<>(people);
            Map<Integer, People> taken = new HashMap<>();
            for (int i = 0; i < audiences.size(); i++) {
                String name = audiences.get(i).name();
                Optional<People> same = left.stream()
                        .filter(p -> p.words().equalsIgnoreCase(name))
                        .findFirst();
                if (same.isPresent()) {
                    taken.put(i, same.get());
                    left.remove(same.get());
                }
            }
            List<People> like = new ArrayList<>();
            for (int i = 0; i < audiences.size(); i++) {
                People named = taken.get(i);
                if (named == null) {
                    named = left.isEmpty() ? people.get(people.size() - 1) : left.remove(0);
                }
                like.add(named);
            }
            return like;
        }

        private void lay(People from, Onto onto) {
            Map<List<Object>, Row> made = new HashMap<>();
            for (Part part : from.rows()) {
                String label = part.label().replace(from.words(), onto.name());
                List<Slice> kept = new ArrayList<>();
                boolean nobody = false;
                boolean elsewhere = false;
                for (Slice slice : part.narrowing().slices()) {
                    Slice there = within(slice, onto.definition());
                    nobody |= there == null && !(slice instanceof Slice.In);
                    elsewhere |= there == null && slice instanceof Slice.In;
                    label = CarriedPeople.relabelled(label, slice, there == null ? "" : there.words());
                    if (there != null) {
                        kept.add(there);
                    }
                }
                if (nobody) {
                    changes.add(new Departure(Change.NOBODY, part.label()));
                    continue;
                }
                Narrowing narrowing = new Narrowing(kept);
                List<Object> same = List.of(narrowing, part.delivery(), part.off());
                Row joined = elsewhere ? made.get(same) : null;
                if (joined != null) {
                    Row more = joined.paid(joined.money().plus(money(part)));
                    rows.replaceAll(r -> r.id().equals(more.id()) ? more : r);
                    made.put(same, more);
                    changes.add(new Departure(Change.JOINED, part.label()));
                    continue;
                }
                Row row = new Row(
                        ids.get(),
                        onto.audienceId(),
                        labels.free(fitting(label.isBlank() ? onto.name() : label)),
                        money(part),
                        false,
                        narrowing,
                        delivery(part));
                if (elsewhere) {
                    changes.add(new Departure(Change.ELSEWHERE, row.label()));
                    made.put(same, row);
                }
                rows.add(row);
                switchOff(part, row);
            }
        }

        private String fitting(String label) {
            int most = CampaignFacts.LONGEST_NAME;
            return label.length() > most ? label.substring(0, most) : label;
        }

        /** What the template's campaign gave each row is what this one gives it; money of a row's own stays. */
        private Money money(Part part) {
            boolean usual = part.money().equals(Template.this.facts.moneyPerRow());
            if (usual) {
                return empty.facts().moneyPerRow();
            }
            repriced |= otherCurrency;
            return otherCurrency ? lowest : part.money();
        }

        private Delivery delivery(Part part) {
            Delivery delivery = part.delivery();
            if (!otherCurrency || delivery.bid().amount() == null) {
                return delivery;
            }
            repriced = true;
            return delivery.bidding(Bid.AUTOMATIC);
        }

        private void switchOff(Part part, Row row) {
            List<Column> without = new ArrayList<>();
            for (int c = 0; c < columns.size(); c++) {
                if (part.off().contains(Math.min(c, creatives - 1))) {
                    without.add(columns.get(c));
                }
            }
            if (without.size() < columns.size()) {
                without.forEach(c -> off.put(new CellRef(row.id(), c.id()), ""));
            }
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
