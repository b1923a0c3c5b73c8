package app.tidewrack.core.outward;

import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;

/**
 * Whether an Internet address is an ordinary public one. Whatever stands in the special-purpose registries of IANA (IPv4 and IPv6, of
 * RFC 6890) is none, nor is what is for groups (multicast) or, of IPv6, outside of what is given out to hosts (2000::/3, RFC 4291):
 * private networks, the machine itself, and addresses that hold one of IPv4 in them, by which a private one could be reached.
 */
public final class PublicAddress {
    private static final HexFormat HEX = HexFormat.of();
    private static final int V4 = 4;
    private static final int V6 = 16;

    /** Beginnings of addresses, in hexadecimal, and how many of their bits count. */
    private static final List<Range> SPECIAL = List.of(
            new Range(V4, "00000000", 8), // this network
            new Range(V4, "0a000000", 8), // private use
            new Range(V4, "64400000", 10), // shared by carriers
            new Range(V4, "7f000000", 8), // loopback
            new Range(V4, "a9fe0000", 16), // link local
            new Range(V4, "ac100000", 12), // private use
            new Range(V4, "c0000000", 24), // protocol assignments
            new Range(V4, "c0000200", 24), // documentation
            new Range(V4, "c01fc400", 24), // AS112
            new Range(V4, "c034c100", 24), // AMT
            new Range(V4, "c0586300", 24), // 6to4 relays, given up
            new Range(V4, "c0a80000", 16), // private use
            new Range(V4, "c0af3000", 24), // AS112, direct delegation
            new Range(V4, "c6120000", 15), // measuring
            new Range(V4, "c6336400", 24), // documentation
            new Range(V4, "cb007100", 24), // documentation
            new Range(V4, "e0000000", 4), // groups
            new Range(V4, "f0000000", 4), // reserved, and all of a network
            new Range(V6, "20010000", 23), // protocol assignments, with Teredo and ORCHID
            new Range(V6, "20010db8", 32), // documentation
            new Range(V6, "20020000", 16), // 6to4, which holds an IPv4 address
            new Range(V6, "2620004f8000", 48), // AS112
            new Range(V6, "3fff0000", 20)); // documentation

    private static final Range GIVEN_TO_HOSTS = new Range(V6, "20000000", 3);

    private PublicAddress() {}

    private record Range(int length, String beginning, int bits) {
        boolean holds(byte[] address) {
            if (address.length != length) {
                return false;
            }
            byte[] begins = HEX.parseHex(beginning);
            int whole = bits / Byte.SIZE;
            int rest = bits % Byte.SIZE;
            boolean same = Arrays.equals(address, 0, whole, begins, 0, whole);
            int mask = 0xff << (Byte.SIZE - rest);
            return same && (rest == 0 || ((address[whole] ^ begins[whole]) & mask) == 0);
        }
    }

    /**
     * Whether an ordinary host of the Internet can have it.
     *
     * @param address 4 or 16 bytes, the first one first
     * @throws IllegalArgumentException when there are others
     */
    public static boolean is(byte[] address) {
        if (address.length != V4 && address.length != V6) {
            throw new IllegalArgumentException("An address has 4 or 16 bytes, not " + address.length);
        }
        boolean given = address.length == V4 || GIVEN_TO_HOSTS.holds(address);
        return given && SPECIAL.stream().noneMatch(r -> r.holds(address));
    }
}
