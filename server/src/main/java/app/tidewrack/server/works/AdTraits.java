package app.tidewrack.server.works;

import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.creative.Medium.Text.By;
import app.tidewrack.core.creative.TextOnPicture;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.text.TextLength;
import app.tidewrack.core.works.Trait;
import app.tidewrack.server.creative.CopyDeck;
import app.tidewrack.server.creative.CopyDeck.Phrase;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.media.MediumLooks;
import app.tidewrack.server.media.MediumLooks.MediumLook;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What ads show, told in traits. Of a part of which an ad has several it has no trait: which of them was seen is not known. */
@Component
@RequiredArgsConstructor
class AdTraits {
    private static final String NONE = "NONE";

    /** Upper ends of lengths: of bodies in user-perceived characters, of films in seconds. */
    private static final List<Integer> TEXTS = List.of(60, 125);

    private static final List<Integer> FILMS = List.of(6, 15, 30);

    private final CopyDeck deck;
    private final MediaLibrary media;
    private final MediumLooks looks;

    /** How a client's creatives are read. */
    Reader reader(String clientId) {
        return new Reader(
                deck.all(clientId).stream().collect(Collectors.toMap(Phrase::text, Function.identity(), (a, b) -> a)),
                media.byHash(clientId),
                looks.of(clientId).stream().collect(Collectors.toMap(MediumLook::sha256, Function.identity())));
    }

    record Reader(Map<String, Phrase> deck, Map<String, Medium> shelf, Map<String, MediumLook> looks) {
        Map<Trait, String> of(CreativeSettings shown) {
            Map<Trait, String> traits = new EnumMap<>(Trait.class);
            String headline = one(shown.headlines());
            String body = one(shown.bodies());
            put(traits, Trait.HEADLINE, headline);
            put(traits, Trait.BODY, body);
            put(traits, Trait.ACTION, one(shown.callsToAction()));
            put(traits, Trait.LINK, page(shown.link()));
            put(traits, Trait.FORMAT, shown.format());
            put(traits, Trait.TEXT_LENGTH, body == null ? null : band(TextLength.of(body), TEXTS));
            Phrase phrase = deck.get(headline == null ? Objects.requireNonNullElse(body, "") : headline);
            if (phrase != null) {
                put(traits, Trait.ANGLE, phrase.angle().isEmpty() ? null : phrase.angle());
                put(
                        traits,
                        Trait.SOURCE,
                        phrase.source() == null
                                ? NONE
                                : phrase.source().feeling().name());
            }
            String sha = one(shown.media());
            if (sha != null) {
                picture(traits, sha);
            }
            return traits;
        }

        private void picture(Map<Trait, String> traits, String sha) {
            put(traits, Trait.MEDIUM, sha);
            Medium medium = shelf.get(sha);
            MediumLook look = looks.get(sha);
            if (medium == null || look == null) {
                return;
            }
            put(
                    traits,
                    Trait.COLOUR,
                    look.colour() == null ? null : look.colour().name());
            put(traits, Trait.FACE, look.face() == null ? null : look.face() ? "FACE" : NONE);
            put(traits, Trait.MARK, look.marked() ? "MARK" : NONE);
            if (medium.text().by() != By.NOBODY) {
                int fields = medium.text().fields();
                put(traits, Trait.TEXT, fields == 0 ? NONE : TextOnPicture.risky(fields) ? "MUCH" : "SOME");
            }
            if (medium.video() != null) {
                put(traits, Trait.OPENING, look.opens() == null ? sha : look.opens());
                put(
                        traits,
                        Trait.FILM_LENGTH,
                        band((int) Math.ceil(medium.video().seconds()), FILMS));
            }
        }

        /** Without what is tracked, which names the ad itself: host and path are taken for the page. */
        private static @Nullable String page(String link) {
            String page = link.split("[?#]", 2)[0];
            return page.isEmpty() ? null : page;
        }

        private static void put(Map<Trait, String> traits, Trait trait, @Nullable String value) {
            if (value != null) {
                traits.put(trait, value);
            }
        }

        private static @Nullable String one(List<String> parts) {
            return parts.size() == 1 ? parts.get(0) : null;
        }

        /** {@code 0-6}, {@code 7-15}, {@code 31+}. */
        private static String band(int length, List<Integer> ends) {
            int from = 0;
            for (int end : ends) {
                if (length <= end) {
                    return from + "-" + end;
                }
                from = end + 1;
            }
            return from + "+";
        }
    }
}
