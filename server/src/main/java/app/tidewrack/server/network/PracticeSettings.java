package app.tidewrack.server.network;

import app.tidewrack.connector.handover.HandOverNetwork;
import app.tidewrack.connector.practice.PracticeWorld;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.client.RestClient;
import tools.jackson.databind.json.JsonMapper;

/** Where the practice network is, and the key it asks for. */
@ConfigurationProperties("tidewrack.practice")
public record PracticeSettings(String address, String accessKey) {

    @Configuration
    static class World {
        @Bean
        PracticeWorld practiceWorld(PracticeSettings settings, RestClient.Builder builder) {
            return new PracticeWorld(builder, settings.address(), settings.accessKey());
        }

        @Bean
        HandOverNetwork handOverNetwork(JsonMapper json) {
            return new HandOverNetwork(json);
        }
    }
}
