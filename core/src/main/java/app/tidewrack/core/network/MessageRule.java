package app.tidewrack.core.network;

/**
 * Direct messages from a sender who agreed.
 *
 * @param everyDays a person gets at most one message in as many days
 */
public record MessageRule(int subjectLimit, int bodyLimit, int buttonLimit, int everyDays) {}
