package app.tidewrack.server.network;

import org.springframework.boot.context.properties.ConfigurationProperties;

/** Where the practice network is, and the key it asks for. */
@ConfigurationProperties("tidewrack.practice")
public record PracticeSettings(String address, String accessKey) {}
