package app.tidewrack.server.demo;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.Offers;
import app.tidewrack.core.audience.AgeRange;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.Circle;
import app.tidewrack.core.audience.Gender;
import app.tidewrack.core.audience.Places;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Wanted;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.creative.CreativeLibrary.Draft;
import app.tidewrack.server.demo.DemoPictures.Motif;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What all demo stories need: audiences around real cities, and creatives with drawn pictures. */
@Component
class StoryTeller {
    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;
    private final MediaLibrary media;
    private final Networks networks;

    StoryTeller(AudienceLibrary audiences, CreativeLibrary creatives, MediaLibrary media, Networks networks) {
        this.audiences = audiences;
        this.creatives = creatives;
        this.media = media;
        this.networks = networks;
    }

    /** A city as it is looked up, and kilometres around it. */
    record Around(String city, int km) {}

    /** @param cloth colour of the ground, 0xRRGGBB */
    record Look(String file, int width, int height, int cloth, int thread, Motif motif) {}

    /** Adds an audience and gives its id. */
    String audience(
            String client,
            String name,
            String country,
            List<Around> places,
            AgeRange ages,
            Gender gender,
            List<String> interests) {
        NetworkConnector network = networks.connector("HS");
        List<Circle> circles = places.stream()
                .map(p -> {
                    Offers.City city = network.places(country, p.city()).get(0);
                    return new Circle(city.id(), city.name(), country, city.latitude(), city.longitude(), p.km());
                })
                .toList();
        AudienceDefinition definition = AudienceDefinition.everyoneIn(
                        circles.isEmpty() ? Places.inCountries(country) : Places.around(circles))
                .aged(ages)
                .of(gender)
                .interestedIn(interests);
        return audiences
                .add(client, new Wanted(client + "hs", name, definition))
                .id();
    }

    /** Adds an audience of everyone of some ages in a country, on any account, and gives its id. */
    String broad(String client, String account, String name, String country, AgeRange ages) {
        return audience(
                client, account, name, AudienceDefinition.everyoneIn(country).aged(ages));
    }

    /** Adds an audience described as it is, on any account, and gives its id. */
    String audience(String client, String account, String name, AudienceDefinition definition) {
        return audiences.add(client, new Wanted(account, name, definition)).id();
    }

    /** A city of a country as a network finds it, with kilometres around it. */
    Circle around(String network, String country, String city, int km) {
        Offers.City found = networks.connector(network).places(country, city).get(0);
        return new Circle(found.id(), found.name(), country, found.latitude(), found.longitude(), km);
    }

    /** Adds a creative and gives its id. */
    String creative(
            String client,
            String name,
            Look look,
            String body,
            String headline,
            String description,
            String action,
            String link) {
        return creatives
                .add(client, name, Draft.picture(picture(client, look), body, headline, description, action, link))
                .creative()
                .id();
    }

    /** Draws a picture onto the shelf and gives its hash. */
    String picture(String client, Look look) {
        return add(
                client,
                look.file(),
                DemoPictures.draw(look.width(), look.height(), look.cloth(), look.thread(), look.motif()));
    }

    List<String> pictures(String client, List<Look> looks) {
        return looks.stream().map(l -> picture(client, l)).toList();
    }

    /** Films a drawn cloth onto the shelf; nothing where ffmpeg is missing. */
    Optional<String> film(String client, Look look, int seconds, boolean sound) {
        return DemoVideos.film(look, seconds, sound).map(film -> add(client, look.file(), film));
    }

    private String add(String client, String file, byte[] content) {
        try {
            return media.add(client, file, new ByteArrayInputStream(content)).sha256();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
