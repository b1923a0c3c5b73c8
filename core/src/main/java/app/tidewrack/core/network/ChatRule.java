package app.tidewrack.core.network;

/**
 * Chats that a click opens.
 *
 * @param greetingLimit longest greeting, tokens filled, in user-perceived characters
 * @param mostReplies replies people can choose from
 * @param replyLimit longest reply
 */
public record ChatRule(int greetingLimit, int mostReplies, int replyLimit) {}
