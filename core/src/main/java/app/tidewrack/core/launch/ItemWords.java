package app.tidewrack.core.launch;

import app.tidewrack.core.audience.AudienceWords;
import app.tidewrack.core.audience.Term;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.launch.CreativeSettings.ChatSettings;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.launch.CreativeSettings.MessageSettings;
import app.tidewrack.core.network.FormatRule;
import app.tidewrack.core.network.PlacementRule;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.network.ScheduleRule.Pace;
import app.tidewrack.core.text.DayWords;
import java.util.Locale;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Items in words, for people only: in change lists, in what others changed, in tables that are handed over, in why a test is
 * broken. Nothing is compared by these words or read back from them.
 *
 * @param places name of a country or region code
 * @param terms words of a term of an audience
 * @param media a picture or video by its SHA-256; null when it is not on the shelf any more
 * @param forms name of a lead form by its id
 */
public record ItemWords(
        Rulebook rulebook,
        Function<String, String> places,
        Function<Term, String> terms,
        Function<String, @Nullable Medium> media,
        Function<String, String> forms) {

    /** One part; empty where it says nothing. Several of a kind stand one a line. */
    public String of(Field field, @Nullable Settings settings) {
        if (settings == null) {
            return "";
        } else if (field == Field.NAME) {
            return settings.name();
        } else if (field.isMoney()) {
            Budget budget = settings.budget();
            return budget == null || budget.field() != field
                    ? ""
                    : budget.money().toString();
        } else if (settings instanceof CampaignSettings campaign) {
            return of(field, campaign);
        } else if (settings instanceof GroupSettings group) {
            return of(field, group);
        }
        return of(field, ((AdSettings) settings).creative());
    }

    /** One part of how an item stands, be it of its settings or whether it runs and is there. */
    public String of(Field field, LiveItem.Standing standing) {
        return switch (field) {
            case STATE -> standing.paused() ? "paused" : "running";
            case PRESENCE -> standing.there() ? "there" : "removed";
            default -> of(field, standing.settings());
        };
    }

    private static String of(Field field, CampaignSettings c) {
        return switch (field) {
            case OBJECTIVE -> c.objective();
            case FIRST_DAY -> DayWords.of(c.firstDay());
            case LAST_DAY -> DayWords.of(c.lastDay());
            case SUBJECT -> orNothing(c.subject());
            case APART -> c.apart() ? "held apart for a split test" : "";
            default -> "";
        };
    }

    private String of(Field field, GroupSettings g) {
        return switch (field) {
            case AUDIENCE -> AudienceWords.of(g.audience(), places, terms);
            case PLACEMENTS ->
                g.placements().isEmpty()
                        ? "left to the network"
                        : g.placements().stream().map(this::placement).collect(Collectors.joining(", "));
            case GOAL -> orNothing(g.goal());
            case CHARGE -> g.charge() == null ? "" : g.charge().name().toLowerCase(Locale.ROOT);
            case BID -> g.bid().words();
            case PACE -> g.pace() == Pace.FRONT ? "front-loaded" : "even";
            case HOURS -> g.hours().words();
            case SWITCHES -> switches(g.switches());
            default -> "";
        };
    }

    private String placement(String code) {
        return rulebook.placement(code).map(PlacementRule::words).orElse(code);
    }

    private String switches(Map<String, Boolean> switches) {
        return rulebook.switches().stream()
                .flatMap(s -> Stream.ofNullable(switches.get(s.code())).map(on -> s.words() + (on ? " on" : " off")))
                .collect(Collectors.joining(", "));
    }

    private String of(Field field, CreativeSettings c) {
        return switch (field) {
            case FORMAT -> rulebook.format(c.format()).map(FormatRule::words).orElse(c.format());
            case HEADLINES -> lines(c.headlines().stream());
            case BODIES -> lines(c.bodies().stream());
            case DESCRIPTIONS -> lines(c.descriptions().stream());
            case CALLS_TO_ACTION -> lines(c.callsToAction().stream().map(rulebook::callToActionWords));
            case BRAND -> c.brand();
            case POST -> c.post();
            case MEDIA -> lines(c.media().stream().map(this::medium));
            case POSTERS -> lines(c.posters().stream().filter(p -> !p.isEmpty()).map(this::medium));
            case CARDS -> lines(c.cards().stream().map(k -> (k.text() + " " + k.price() + " " + k.link()).strip()));
            case LINK -> c.link();
            case FORM -> form(c.form());
            case CHAT -> chat(c.chat());
            case MESSAGE -> message(c.message());
            default -> "";
        };
    }

    private String medium(String sha256) {
        Medium medium = media.apply(sha256);
        String few = sha256.substring(0, Math.min(8, sha256.length()));
        return medium == null
                ? "no longer on the shelf (%s)".formatted(few)
                : "%s, %d × %d px (%s)".formatted(medium.fileName(), medium.width(), medium.height(), few);
    }

    private String form(@Nullable FormSettings form) {
        return form == null ? "" : "%s, version %d".formatted(forms.apply(form.id()), form.version());
    }

    private static String chat(@Nullable ChatSettings chat) {
        return chat == null ? "" : lines(Stream.concat(Stream.of(chat.greeting()), chat.replies().stream()));
    }

    private static String message(@Nullable MessageSettings message) {
        return message == null
                ? ""
                : lines(Stream.of("From " + message.sender(), message.subject(), message.body(), message.button()));
    }

    private static String lines(Stream<String> values) {
        return values.filter(v -> !v.isBlank()).collect(Collectors.joining("\n"));
    }

    private static String orNothing(@Nullable String value) {
        return value == null ? "" : value;
    }
}
