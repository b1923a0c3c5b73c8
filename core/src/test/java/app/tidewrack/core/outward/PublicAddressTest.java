package app.tidewrack.core.outward;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.net.InetAddress;
import java.net.UnknownHostException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PublicAddressTest {
    private static byte[] bytes(String address) throws UnknownHostException {
        InetAddress read = InetAddress.getByName(address);
        byte[] bytes = read.getAddress();
        if (address.contains(":") && bytes.length == 4) {
            // Java tells a mapped address as the IPv4 address in it.
            byte[] mapped = new byte[16];
            mapped[10] = (byte) 0xff;
            mapped[11] = (byte) 0xff;
            System.arraycopy(bytes, 0, mapped, 12, 4);
            return mapped;
        }
        return bytes;
    }

    /**
     * Each row of IANA's special-purpose registries of IPv4 and IPv6 by its first and its last address (from memory, as of 2025), and
     * of the ranges for groups. None is taken, be it globally reachable or not: nobody has a receiver of leads there.
     */
    @ParameterizedTest
    @CsvSource({
        "0.0.0.0, 0.255.255.255", // this network
        "10.0.0.0, 10.255.255.255", // private use
        "100.64.0.0, 100.127.255.255", // shared address space
        "127.0.0.0, 127.255.255.255", // loopback
        "169.254.0.0, 169.254.255.255", // link local
        "172.16.0.0, 172.31.255.255", // private use
        "192.0.0.0, 192.0.0.255", // IETF protocol assignments
        "192.0.0.0, 192.0.0.7", // service continuity
        "192.0.0.8, 192.0.0.8", // dummy address
        "192.0.0.9, 192.0.0.9", // port control, anycast
        "192.0.0.10, 192.0.0.10", // traversal, anycast
        "192.0.0.170, 192.0.0.171", // NAT64 discovery
        "192.0.2.0, 192.0.2.255", // documentation 1
        "192.31.196.0, 192.31.196.255", // AS112
        "192.52.193.0, 192.52.193.255", // AMT
        "192.88.99.0, 192.88.99.255", // 6to4 relays
        "192.168.0.0, 192.168.255.255", // private use
        "192.175.48.0, 192.175.48.255", // AS112 direct delegation
        "198.18.0.0, 198.19.255.255", // benchmarking
        "198.51.100.0, 198.51.100.255", // documentation 2
        "203.0.113.0, 203.0.113.255", // documentation 3
        "224.0.0.0, 239.255.255.255", // multicast
        "240.0.0.0, 255.255.255.254", // reserved
        "255.255.255.255, 255.255.255.255", // limited broadcast
        "::1, ::1", // loopback
        "::, ::", // unspecified
        "::127.0.0.1, ::10.0.0.1", // compatible with IPv4, given up
        "::ffff:0.0.0.0, ::ffff:255.255.255.255", // mapped
        "64:ff9b::, 64:ff9b::ffff:ffff", // translation
        "64:ff9b:1::, 64:ff9b:1:ffff:ffff:ffff:ffff:ffff", // local translation
        "100::, 100::ffff:ffff:ffff:ffff", // discard only
        "100:0:0:1::, 100:0:0:1:ffff:ffff:ffff:ffff", // dummy prefix
        "2001::, 2001:1ff:ffff:ffff:ffff:ffff:ffff:ffff", // IETF protocol assignments
        "2001::, 2001:0:ffff:ffff:ffff:ffff:ffff:ffff", // Teredo
        "2001:1::1, 2001:1::3", // anycasts
        "2001:2::, 2001:2:0:ffff:ffff:ffff:ffff:ffff", // benchmarking
        "2001:3::, 2001:3:ffff:ffff:ffff:ffff:ffff:ffff", // AMT
        "2001:4:112::, 2001:4:112:ffff:ffff:ffff:ffff:ffff", // AS112
        "2001:10::, 2001:1f:ffff:ffff:ffff:ffff:ffff:ffff", // ORCHID
        "2001:20::, 2001:2f:ffff:ffff:ffff:ffff:ffff:ffff", // ORCHIDv2
        "2001:30::, 2001:3f:ffff:ffff:ffff:ffff:ffff:ffff", // remote ids of drones
        "2001:db8::, 2001:db8:ffff:ffff:ffff:ffff:ffff:ffff", // documentation
        "2002::, 2002:ffff:ffff:ffff:ffff:ffff:ffff:ffff", // 6to4
        "2620:4f:8000::, 2620:4f:8000:ffff:ffff:ffff:ffff:ffff", // AS112
        "3fff::, 3fff:fff:ffff:ffff:ffff:ffff:ffff:ffff", // documentation
        "5f00::, 5f00:ffff:ffff:ffff:ffff:ffff:ffff:ffff", // segment routing
        "fc00::, fdff:ffff:ffff:ffff:ffff:ffff:ffff:ffff", // unique local
        "fe80::, febf:ffff:ffff:ffff:ffff:ffff:ffff:ffff", // link local
        "ff00::, ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff", // multicast
    })
    void whatIsSpecialIsNotTaken(String first, String last) throws UnknownHostException {
        assertThat(PublicAddress.is(bytes(first))).isFalse();
        assertThat(PublicAddress.is(bytes(last))).isFalse();
    }

    /** The neighbours of special ranges, so that none is drawn too wide. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "1.0.0.0",
                "9.255.255.255",
                "11.0.0.0",
                "100.63.255.255",
                "100.128.0.0",
                "126.255.255.255",
                "128.0.0.0",
                "169.253.255.255",
                "169.255.0.0",
                "172.15.255.255",
                "172.32.0.0",
                "191.255.255.255",
                "192.0.1.0",
                "192.0.3.0",
                "192.31.195.255",
                "192.52.194.0",
                "192.88.98.255",
                "192.167.255.255",
                "192.169.0.0",
                "198.17.255.255",
                "198.20.0.0",
                "198.51.99.255",
                "203.0.112.255",
                "203.0.114.0",
                "223.255.255.255",
                "2001:200::",
                "2001:db7:ffff::",
                "2001:db9::",
                "2000::",
                "2003::",
                "2620:4f:7fff::",
                "2620:4f:8001::",
                "2606:4700::1111",
                "3ffe:ffff::",
                "3fff:1000::",
                "2a00::1"
            })
    void whatLiesBesideIsTaken(String address) throws UnknownHostException {
        assertThat(PublicAddress.is(bytes(address))).isTrue();
    }

    @Test
    void otherLengthsAreNoAddresses() {
        assertThatThrownBy(() -> PublicAddress.is(new byte[5])).hasMessageContaining("not 5");
    }
}
