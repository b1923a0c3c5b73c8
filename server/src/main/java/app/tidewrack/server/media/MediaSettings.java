package app.tidewrack.server.media;

import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * How much is kept and worked on.
 *
 * @param mostBytesOfClient a client's pictures and videos; the file that goes over it is the last one that is taken
 * @param mendsAtOnce videos that are mended at the same time, each of another client
 */
@ConfigurationProperties("tidewrack.media")
record MediaSettings(
        @DefaultValue("20000000000") long mostBytesOfClient,
        @DefaultValue("2") int mendsAtOnce) {}
