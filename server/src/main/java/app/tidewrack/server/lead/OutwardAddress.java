package app.tidewrack.server.lead;

import app.tidewrack.core.outward.PublicAddress;
import app.tidewrack.core.refusal.Refusal;
import java.net.InetAddress;
import java.net.URI;
import java.net.URISyntaxException;
import java.net.UnknownHostException;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.hc.client5.http.DnsResolver;
import org.apache.hc.client5.http.SystemDefaultDnsResolver;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Addresses that the server may send to for a person: public ones, by a connection that nobody reads on the way. Others would let a
 * person reach what only the server can; they are refused unless whoever runs the server allowed the host and port by
 * {@code tidewrack.leads.allowed-hosts}. As a resolver it is asked for the very addresses that are then connected to, so that a
 * name cannot mean another host once it was looked at.
 */
@Component
class OutwardAddress implements DnsResolver {
    private static final int LONGEST = 2_000;
    private static final String PLAIN = "(0|[1-9]\\d{0,2})";
    private static final int HIGHEST_PORT = 65_535;
    private static final int PORT_OF_HTTPS = 443;
    private static final int PORT_OF_HTTP = 80;

    private final Set<String> allowed;
    private final Set<String> allowedHosts;

    OutwardAddress(@Value("${tidewrack.leads.allowed-hosts:}") List<String> allowed) {
        this.allowed =
                allowed.stream().map(h -> h.strip().toLowerCase(Locale.ROOT)).collect(Collectors.toSet());
        allowedHosts =
                this.allowed.stream().map(h -> h.replaceFirst(":\\d+$", "")).collect(Collectors.toSet());
    }

    /** A name that means a host which is not sent to. */
    static final class NotPublic extends UnknownHostException {
        NotPublic(String host) {
            super("%s is a private address, which leads are not sent to.".formatted(host));
        }
    }

    /** @throws Refusal (field {@code url}) when it is no web address, names no host there is, or one that is not sent to */
    URI require(String typed) {
        URI uri = allowed(typed);
        try {
            resolve(uri.getHost());
        } catch (NotPublic e) {
            throw new Refusal(
                    "url",
                    String.valueOf(e.getMessage()),
                    "Give a public one, or have whoever runs the server allow %s:%d."
                            .formatted(uri.getHost(), port(uri)));
        } catch (UnknownHostException e) {
            throw new Refusal("url", "There is no host %s.".formatted(uri.getHost()), "Check the address.");
        }
        return uri;
    }

    /** @throws Refusal (field {@code url}) as {@link #require}, but for what its name means, which is seen when it is connected to */
    URI allowed(String typed) {
        URI uri = parsed(typed.strip());
        String at = uri.getHost().toLowerCase(Locale.ROOT) + ":" + port(uri);
        if (!"https".equals(uri.getScheme()) && !allowed.contains(at)) {
            throw new Refusal(
                    "url",
                    "“%s” sends leads over a connection that others can read.".formatted(typed),
                    "Give an address that begins with https://.");
        }
        if (allowedHosts.contains(uri.getHost().toLowerCase(Locale.ROOT)) && !allowed.contains(at)) {
            throw new Refusal(
                    "url",
                    "Leads are not sent to port %d of %s.".formatted(port(uri), uri.getHost()),
                    "Have whoever runs the server allow %s.".formatted(at));
        }
        return uri;
    }

    private static int port(URI uri) {
        return uri.getPort() >= 0 ? uri.getPort() : "https".equals(uri.getScheme()) ? PORT_OF_HTTPS : PORT_OF_HTTP;
    }

    /** @throws UnknownHostException when there is none, or it is private and was not allowed */
    @Override
    public InetAddress[] resolve(String host) throws UnknownHostException {
        InetAddress[] found = SystemDefaultDnsResolver.INSTANCE.resolve(bare(host));
        boolean fine = allowedHosts.contains(host.toLowerCase(Locale.ROOT))
                || Arrays.stream(found).map(InetAddress::getAddress).allMatch(PublicAddress::is);
        if (!fine) {
            throw new NotPublic(host);
        }
        return found;
    }

    @Override
    public String resolveCanonicalHostname(String host) {
        return host;
    }

    /** A number that programs read in different ways: octal, hexadecimal, with fewer than four parts (WHATWG URL Standard). */
    private static boolean isOddNumber(String host) {
        return host.matches("(.*\\.)?(\\d+|0[xX][0-9a-fA-F]*)\\.?") && !host.matches(PLAIN + "(\\." + PLAIN + "){3}");
    }

    private static String bare(String host) {
        return host.startsWith("[") ? host.substring(1, host.length() - 1) : host;
    }

    private static URI parsed(String typed) {
        try {
            URI uri = new URI(typed);
            boolean web = "http".equals(uri.getScheme()) || "https".equals(uri.getScheme());
            boolean port = uri.getPort() == -1 || uri.getPort() > 0 && uri.getPort() <= HIGHEST_PORT;
            if (typed.length() <= LONGEST
                    && web
                    && port
                    && uri.getHost() != null
                    && uri.getUserInfo() == null
                    && !isOddNumber(uri.getHost())) {
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
}
