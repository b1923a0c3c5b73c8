package app.tidewrack.server.lead;

import app.tidewrack.core.refusal.Refusal;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Addresses that the server may send to for a person. Private ones would let a person reach what only the server can; they are
 * refused unless whoever runs the server allowed the host and port by {@code tidewrack.leads.allowed-hosts}.
 */
@Component
class OutwardAddress {
    private static final int LONGEST = 2_000;

    private final Set<String> allowed;

    OutwardAddress(@Value("${tidewrack.leads.allowed-hosts:}") List<String> allowed) {
        this.allowed =
                allowed.stream().map(h -> h.strip().toLowerCase(Locale.ROOT)).collect(Collectors.toSet());
    }

    /** @throws Refusal (field {@code url}) when it is no web address, names no host there is, or a private one */
    URI require(String typed) {
        URI uri = parsed(typed.strip());
        String host = uri.getHost().toLowerCase(Locale.ROOT);
        int port = uri.getPort() < 0 ? (uri.getScheme().equals("https") ? 443 : 80) : uri.getPort();
        if (allowed.contains(host + ":" + port)) {
            return uri;
        }
        try {
            for (InetAddress address : InetAddress.getAllByName(bare(host))) {
                if (isPrivate(address)) {
                    throw new Refusal(
                            "url",
                            "%s is a private address, which leads are not sent to.".formatted(host),
                            "Give a public one, or have whoever runs the server allow %s:%d.".formatted(host, port));
                }
            }
        } catch (UnknownHostException e) {
            throw new Refusal("url", "There is no host %s.".formatted(host), "Check the address.");
        }
        return uri;
    }

    private static String bare(String host) {
        return host.startsWith("[") ? host.substring(1, host.length() - 1) : host;
    }

    private static URI parsed(String typed) {
        try {
            URI uri = new URI(typed);
            boolean web = "http".equals(uri.getScheme()) || "https".equals(uri.getScheme());
            if (typed.length() <= LONGEST && web && uri.getHost() != null && uri.getUserInfo() == null) {
                return uri;
            }
        } catch (URISyntaxException e) {
            // Told below with all other faults.
        }
        throw new Refusal(
                "url",
                "“%s” is no address to send leads to.".formatted(typed),
                "Give one such as https://crm.example/leads.");
    }

    private static boolean isPrivate(InetAddress address) {
        byte[] bytes = address.getAddress();
        boolean unique = address instanceof Inet6Address && (bytes[0] & 0xfe) == 0xfc;
        // Shared address space of carriers, RFC 6598.
        boolean shared = bytes.length == 4 && (bytes[0] & 0xff) == 100 && (bytes[1] & 0xc0) == 64;
        boolean none = bytes.length == 4 && bytes[0] == 0;
        return address.isLoopbackAddress()
                || address.isAnyLocalAddress()
                || address.isLinkLocalAddress()
                || address.isSiteLocalAddress()
                || address.isMulticastAddress()
                || unique
                || shared
                || none;
    }
}
