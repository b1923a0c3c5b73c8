package app.tidewrack.server.demo;

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
import app.tidewrack.server.network.NetworkConnector;
import app.tidewrack.server.network.Networks;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.List;
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
                    NetworkConnector.City city =
                            network.places(country, p.city()).get(0);
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
        byte[] picture = DemoPictures.draw(look.width(), look.height(), look.cloth(), look.thread(), look.motif());
        try {
            String sha = media.add(client, look.file(), new ByteArrayInputStream(picture))
                    .sha256();
            return creatives
                    .add(client, name, Draft.picture(sha, body, headline, description, action, link))
                    .creative()
                    .id();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
