package app.tidewrack.practice;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param accessKey what callers send as {@code X-Access-Key}
 * @param people panel size
 */
@ConfigurationProperties("practice")
public record PracticeSettings(String accessKey, long seed, int people) {}
