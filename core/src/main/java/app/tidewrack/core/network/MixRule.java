package app.tidewrack.core.network;

/**
 * Mix ads: a creative with several of each part, which the network combines.
 *
 * @param mostTexts most of each of bodies, headlines and descriptions
 */
public record MixRule(int mostMedia, int mostTexts, int mostCallsToAction) {}
