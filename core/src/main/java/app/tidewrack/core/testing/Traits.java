package app.tidewrack.core.testing;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Creative.Card;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Column;
import app.tidewrack.core.plan.Delivery;
import app.tidewrack.core.plan.Row;
import app.tidewrack.core.plan.Showing.How;
import app.tidewrack.core.plan.Slice;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What a row is, variable by variable, so that rows can be told apart in the words of the trade. */
public final class Traits {
    private Traits() {}

    /**
     * Of one row. Its label is none of it.
     *
     * @param audienceName of an audience's id
     * @param creative of a creative's id
     */
    public static Map<String, String> of(
            Campaign campaign, Row row, Function<String, String> audienceName, Function<String, Creative> creative) {
        Map<String, String> traits = new LinkedHashMap<>();
        traits.put("audience", audienceName.apply(row.audienceId()));
        for (Slice slice : row.narrowing().slices()) {
            traits.put(slice.variable().words(), slice.words());
        }
        if (!campaign.facts().budgeting().forCampaign()) {
            traits.put("money", row.money().toString());
        }
        delivery(traits, row.delivery());
        List<Creative> shown = campaign.onColumns(row.id()).stream()
                .map(Column::creativeId)
                .map(creative)
                .toList();
        if (shown.size() == 1) {
            creative(traits, shown.get(0));
        } else {
            traits.put("creatives", shown.stream().map(Creative::name).sorted().collect(Collectors.joining(", ")));
        }
        return traits;
    }

    private static void delivery(Map<String, String> traits, Delivery d) {
        put(traits, "goal", d.goal() == null ? "" : d.goal());
        put(traits, "charge", d.charge() == null ? "" : words(d.charge()));
        put(traits, "bid", d.bid().words());
        put(
                traits,
                "placements",
                d.showing().how() == How.USUAL
                        ? ""
                        : d.showing().codes().isEmpty()
                                ? words(d.showing().how())
                                : String.join(", ", d.showing().codes()));
        put(traits, "pace", words(d.pace()));
        put(traits, "hours", d.hours().words());
        put(
                traits,
                "switches",
                d.switches().entrySet().stream()
                        .sorted(Map.Entry.comparingByKey())
                        .map(e -> e.getKey() + (e.getValue() ? " on" : " off"))
                        .collect(Collectors.joining(", ")));
    }

    private static void creative(Map<String, String> traits, Creative c) {
        put(traits, "format", c.format());
        put(traits, "picture or video", c.media().stream().map(Medium::fileName).collect(Collectors.joining(", ")));
        put(traits, "body", String.join(" / ", c.bodies()));
        put(traits, "headline", String.join(" / ", c.headlines()));
        put(traits, "description", String.join(" / ", c.descriptions()));
        put(traits, "call to action", String.join(" / ", c.callsToAction()));
        put(traits, "link", c.link());
        put(traits, "brand", c.brand());
        put(traits, "post", c.post());
        put(traits, "cards", c.cards().stream().map(Card::text).collect(Collectors.joining(" / ")));
        put(traits, "lead form", c.form() == null ? "" : c.form().name());
        put(traits, "chat", c.chat() == null ? "" : c.chat().greeting());
        put(
                traits,
                "message",
                c.message() == null
                        ? ""
                        : c.message().subject() + " " + c.message().body());
    }

    private static void put(Map<String, String> traits, String variable, String value) {
        if (!value.isBlank()) {
            traits.put(variable, value);
        }
    }

    private static String words(Enum<?> value) {
        return value.name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
}
