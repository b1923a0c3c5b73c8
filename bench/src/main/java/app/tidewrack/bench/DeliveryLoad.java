package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;

/** Fourteen days of a thousand live ads: 10 campaigns of 10 ad groups of 10 ads, each ad group with 20.00 a day. */
final class DeliveryLoad {
    private static final String ROOT = "/networks/hearthside";
    private static final int DAYS = 14;

    private final Practice practice;

    DeliveryLoad(Practice practice) {
        this.practice = practice;
    }

    List<Figure> figures() throws IOException, InterruptedException, NoSuchAlgorithmException {
        setUp();
        practice.send("POST", "/clock/move", "", Map.of("hours", 24));
        long before = impressions();
        long begun = System.nanoTime();
        practice.send("POST", "/clock/move", "", Map.of("hours", 24 * DAYS));
        double seconds = (System.nanoTime() - begun) / 1e9;
        System.out.printf("%,d impressions in these %d days%n", impressions() - before, DAYS);
        return List.of(
                new Figure(DAYS + " days of 1,000 live ads", seconds, "s", 60, false),
                new Figure("heap in use after that", practice.heapMegabytes(), "MB", 1200, false));
    }

    private long impressions() throws IOException, InterruptedException {
        long sum = 0;
        long after = 0;
        while (true) {
            JsonNode page = practice.send("GET", ROOT + "/accounts/bench/hours?after=" + after, "", Map.of());
            if (page.isEmpty()) {
                return sum;
            }
            for (JsonNode hour : page) {
                sum += hour.path("counts").path("impressions").asLong(0);
                after = hour.path("seq").asLong();
            }
        }
    }

    private void setUp() throws IOException, InterruptedException, NoSuchAlgorithmException {
        practice.send(
                "PUT",
                ROOT + "/accounts/bench",
                "",
                Map.of("name", "Bench", "currency", "GBP", "zone", "Europe/London", "site", "bench.example"));
        byte[] picture = picture();
        String sha =
                HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(picture));
        practice.send("PUT", ROOT + "/media/" + sha, "", picture);
        for (int c = 0; c < 10; c++) {
            String campaign = create(
                    "campaigns",
                    "c" + c,
                    Map.of(
                            "account", "bench",
                            "name", "Campaign " + c,
                            "objective", "traffic",
                            "startsOn", "2027-03-01",
                            "endsOn", "2027-12-31"));
            for (int g = 0; g < 10; g++) {
                String group = create(
                        "ad-groups",
                        "g" + c + "-" + g,
                        Map.of(
                                "campaignId",
                                campaign,
                                "name",
                                "Group " + g,
                                "audience",
                                Audiences.twelveTerms(g).without(List.of()),
                                "budget",
                                Map.of("lifetime", false, "minor", 2_000)));
                for (int a = 0; a < 10; a++) {
                    ad(sha, group, c + "-" + g + "-" + a);
                }
            }
        }
    }

    private void ad(String sha, String group, String number) throws IOException, InterruptedException {
        String creative = create(
                "creatives",
                "k" + number,
                Map.of(
                        "account",
                        "bench",
                        "name",
                        "Creative " + number,
                        "format",
                        "single-picture",
                        "media",
                        List.of(sha),
                        "bodies",
                        List.of("Mend it tonight, " + number),
                        "headlines",
                        List.of("Mend " + number),
                        "callsToAction",
                        List.of("shop"),
                        "link",
                        "https://bench.example"));
        create("ads", "a" + number, Map.of("adGroupId", group, "creativeId", creative, "name", "Ad " + number));
    }

    private String create(String what, String key, Object body) throws IOException, InterruptedException {
        return practice.send("POST", ROOT + "/" + what, key, body).path("id").asString();
    }

    private static byte[] picture() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(1080, 1080, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }
}
