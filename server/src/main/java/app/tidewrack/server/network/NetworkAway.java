package app.tidewrack.server.network;

/** The network does not answer; what was asked may be asked again. */
public final class NetworkAway extends RuntimeException {
    public NetworkAway(String network, Throwable cause) {
        super("%s does not answer. Nothing was changed; try again in a moment.".formatted(network), cause);
    }
}
