package app.tidewrack.core.network;

import java.util.List;

/**
 * A kind of ad.
 *
 * @param placements codes of where it can show
 * @param pictures whether its media may be pictures
 * @param videos whether they may be videos
 */
public record FormatRule(
        String code,
        String words,
        List<String> placements,
        boolean pictures,
        boolean videos,
        int leastMedia,
        int mostMedia) {}
