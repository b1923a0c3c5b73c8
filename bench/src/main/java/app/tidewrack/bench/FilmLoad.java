package app.tidewrack.bench;

import app.tidewrack.bench.Bench.Figure;
import java.awt.Color;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest.BodyPublishers;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import javax.imageio.ImageIO;
import tools.jackson.databind.JsonNode;

/** Films over HTTP: six pictures of a telephone's size that move, fade, say something and carry a mark, made into 30 s upright. Seed 30. */
final class FilmLoad {
    private static final String CLIENT = "/api/clients/copperline";
    private static final int PICTURES = 6;

    private final ServerLoad server;
    private final Random chance = new Random(30);

    FilmLoad(ServerLoad server) {
        this.server = server;
    }

    List<Figure> figures() throws IOException, InterruptedException {
        List<Object> shots = new ArrayList<>();
        for (int i = 0; i < PICTURES; i++) {
            JsonNode medium = server.send(
                    "POST",
                    CLIENT + "/media?name=shot" + i + ".jpg",
                    BodyPublishers.ofByteArray(picture()),
                    "application/octet-stream");
            shots.add(new HashMap<>(Map.of(
                    "sha256",
                    medium.get("sha256").asString(),
                    "from",
                    0,
                    "seconds",
                    5.5,
                    "speed",
                    1,
                    "move",
                    i % 2 == 0 ? "CLOSER" : "AWAY",
                    "focusX",
                    0.5,
                    "focusY",
                    0.5,
                    "whole",
                    false,
                    "words",
                    "Calibrated before the audit, part " + (i + 1))));
        }
        Map<String, Object> film = Map.of(
                "size",
                "UPRIGHT",
                "shots",
                shots,
                "fade",
                0.6,
                "sound",
                Map.of("kind", "SILENT"),
                "captions",
                Map.of("kind", "BY_SHOT", "timed", List.of()),
                "mark",
                Map.of("words", "Copperline", "corner", "TOP_LEFT", "share", 0.3));
        String id = server.post(CLIENT + "/films", Map.of("version", 0, "name", "Measured", "film", film))
                .get("id")
                .asString();
        double length = server.post(CLIENT + "/films/look", film).get("seconds").asDouble();
        long begun = System.nanoTime();
        JsonNode job = server.post(CLIENT + "/films/" + id + "/made", Map.of());
        String at = CLIENT + "/media/jobs/" + job.get("id").asString();
        while (List.of("WAITING", "RUNNING").contains(job.get("state").asString())) {
            Thread.sleep(200);
            job = server.get(at);
        }
        if (!job.get("state").asString().equals("DONE")) {
            throw new IllegalStateException(job.toString());
        }
        return List.of(
                new Figure("seconds of the film that is made", length, "s", 30, true),
                new Figure(
                        "six pictures made into it, from asking to the shelf",
                        (System.nanoTime() - begun) / 1e9,
                        "s",
                        60,
                        false));
    }

    private byte[] picture() throws IOException {
        BufferedImage image = new BufferedImage(3024, 4032, BufferedImage.TYPE_INT_RGB);
        Graphics2D graphics = image.createGraphics();
        graphics.setPaint(new GradientPaint(0, 0, colour(), 3024, 4032, colour()));
        graphics.fillRect(0, 0, 3024, 4032);
        for (int i = 0; i < 400; i++) {
            graphics.setColor(colour());
            graphics.fillOval(
                    chance.nextInt(3024), chance.nextInt(4032), 20 + chance.nextInt(300), 20 + chance.nextInt(300));
        }
        graphics.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "jpeg", out);
        return out.toByteArray();
    }

    private Color colour() {
        return new Color(chance.nextInt(0x1000000));
    }
}
