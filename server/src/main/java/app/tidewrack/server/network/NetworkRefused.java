package app.tidewrack.server.network;

/** The network understood and said no; asking the same again gets the same answer. */
public final class NetworkRefused extends RuntimeException {
    public NetworkRefused(String network, String reason) {
        super("%s refused: %s".formatted(network, reason));
    }
}
