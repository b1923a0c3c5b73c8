package app.tidewrack.bench;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.function.BiConsumer;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;

/**
 * A buyer on one practice network, with one picture, or film where it takes no pictures, and an account in pounds, who waits where the
 * network asks to be left alone.
 */
final class Buying {
    private static final int WAIT_MILLIS = 10_000;
    private static final int WIDTH = 1080;

    private final Practice practice;
    private final String root;
    private final String account;
    private final String format;
    private final String media;
    private final String callToAction;
    private long after;
    private int keys;

    Buying(Practice practice, String network, String account)
            throws IOException, InterruptedException, NoSuchAlgorithmException {
        this.practice = practice;
        this.root = "/networks/" + network;
        this.account = account;
        practice.send(
                "PUT",
                root + "/accounts/" + account,
                "",
                Map.of("name", account, "currency", "GBP", "zone", "Europe/London", "site", account + ".example"));
        JsonNode rulebook = get("/rulebook");
        callToAction = rulebook.get("callsToAction").get(0).get("code").asString();
        boolean pictures = false;
        for (JsonNode each : rulebook.get("formats")) {
            pictures |= each.get("code").asString().equals("single-picture");
        }
        format = pictures ? "single-picture" : "single-video";
        JsonNode ratio = rulebook.get("placements")
                .get(0)
                .get(pictures ? "picture" : "video")
                .get("ratios")
                .get(0);
        int height = (int) Math.round(
                WIDTH * ratio.get("height").asDouble() / ratio.get("width").asDouble());
        byte[] content = pictures ? picture(height) : film(height);
        media = HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(content));
        practice.send("PUT", root + "/media/" + media, "", content);
    }

    private static byte[] picture(int height) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(new BufferedImage(WIDTH, height, BufferedImage.TYPE_INT_RGB), "png", out);
        return out.toByteArray();
    }

    private static byte[] film(int height) throws IOException, InterruptedException {
        Path file = Files.createTempFile("bench", ".mp4");
        try {
            Process made = new ProcessBuilder(
                            "ffmpeg",
                            "-v",
                            "error",
                            "-y",
                            "-f",
                            "lavfi",
                            "-i",
                            "color=c=gray:s=%dx%d:d=10".formatted(WIDTH, height + height % 2),
                            "-pix_fmt",
                            "yuv420p",
                            file.toString())
                    .inheritIO()
                    .start();
            if (made.waitFor() != 0) {
                throw new IOException("ffmpeg made no film");
            }
            return Files.readAllBytes(file);
        } finally {
            Files.delete(file);
        }
    }

    JsonNode get(String path) throws IOException, InterruptedException {
        return practice.send("GET", root + path, "", Map.of());
    }

    JsonNode post(String path, Object body) throws IOException, InterruptedException {
        return practice.send("POST", root + path, "", body);
    }

    String creative(String headline) throws IOException, InterruptedException {
        return create(
                "creatives",
                Map.of(
                        "account",
                        account,
                        "name",
                        headline,
                        "format",
                        format,
                        "media",
                        List.of(media),
                        "bodies",
                        List.of("Wool, needle and thread in one tin."),
                        "headlines",
                        List.of(headline),
                        "callsToAction",
                        List.of(callToAction),
                        "link",
                        "https://" + account + ".example"));
    }

    /** @param days from {@code start} on */
    String campaign(LocalDate start, int days, boolean apart) throws IOException, InterruptedException {
        return create(
                "campaigns",
                Map.of(
                        "account",
                        account,
                        "name",
                        "Campaign " + keys,
                        "objective",
                        "traffic",
                        "startsOn",
                        start.toString(),
                        "endsOn",
                        start.plusDays(days).toString(),
                        "splitTest",
                        apart));
    }

    /** An ad group with one ad; what comes back is the ad. */
    String ad(String campaign, Object audience, int dailyMinor, String creative)
            throws IOException, InterruptedException {
        String group = create(
                "ad-groups",
                Map.of(
                        "campaignId",
                        campaign,
                        "name",
                        "Group " + keys,
                        "audience",
                        audience,
                        "budget",
                        Map.of("lifetime", false, "minor", dailyMinor)));
        return create("ads", Map.of("adGroupId", group, "creativeId", creative, "name", "Ad " + keys));
    }

    void pause(String campaign) throws IOException, InterruptedException {
        practice.send("PUT", root + "/campaigns/" + campaign + "/paused", "", Map.of("paused", true));
    }

    /** Gives each hour that was told since the last call, with its ad. */
    void told(BiConsumer<String, JsonNode> hour) throws IOException, InterruptedException {
        while (true) {
            JsonNode page = get("/accounts/%s/hours?after=%d".formatted(account, after));
            if (page.isEmpty()) {
                return;
            }
            for (JsonNode each : page) {
                hour.accept(each.path("adId").asString(), each);
                after = each.path("seq").asLong();
            }
        }
    }

    private String create(String what, Map<String, Object> body) throws IOException, InterruptedException {
        String key = account + keys++;
        while (true) {
            try {
                return practice.send("POST", root + "/" + what, key, new HashMap<>(body))
                        .path("id")
                        .asString();
            } catch (IllegalStateException refused) {
                if (!refused.getMessage().contains(": 429 ")) {
                    throw refused;
                }
                Thread.sleep(WAIT_MILLIS);
            }
        }
    }
}
