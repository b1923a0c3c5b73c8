package app.tidewrack.connector;

/**
 * What any network must be able to do, by topic. Every call may throw {@link NetworkAway}, after which it may be repeated, or
 * {@link NetworkRefused}, after which it may not. Creating twice under one key creates once. Connectors are held to this by the
 * connector kit.
 */
public interface NetworkConnector extends Offers, Sources, Orders, Reviews, Reports, Leads, Posts {}
