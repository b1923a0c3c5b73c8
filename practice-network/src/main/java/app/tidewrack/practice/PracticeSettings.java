package app.tidewrack.practice;

import org.springframework.boot.context.properties.ConfigurationProperties;

/**
 * @param accessKey what callers send as {@code X-Access-Key}
 * @param people panel size
 * @param weight real people that one panel person stands for
 */
@ConfigurationProperties("practice")
public record PracticeSettings(String accessKey, long seed, int people, int weight) {}
