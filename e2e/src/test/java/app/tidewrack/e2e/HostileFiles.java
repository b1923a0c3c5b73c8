package app.tidewrack.e2e;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Files that are not what they seem: cut off, grown from next to nothing, without an end. */
final class HostileFiles {
    private HostileFiles() {}

    static byte[] any(Random random) {
        byte[] file = switch (random.nextInt(9)) {
            case 0 -> picture(12_000, 4_160);
            case 1 -> picture(Integer.MAX_VALUE, 1);
            case 2 -> ("change,done\n\"" + "a".repeat(2_000_000)).getBytes(StandardCharsets.UTF_8);
            case 3 -> workbook(" ".repeat(3_000_000));
            case 4 -> workbook("<!DOCTYPE a [<!ENTITY b \"c\">]><worksheet>&b;</worksheet>");
            case 5 -> "[null, {\"change\": {\"a\": [1]}}]".getBytes(StandardCharsets.UTF_8);
            case 6 -> ("a@example.com;=1+1\n" + "b".repeat(300) + "\n\u0000").getBytes(StandardCharsets.UTF_16LE);
            case 7 ->
                ByteBuffer.allocate(64)
                        .putInt(24)
                        .put("ftypisom".getBytes(StandardCharsets.US_ASCII))
                        .array();
            default -> {
                byte[] noise = new byte[random.nextInt(4_000)];
                random.nextBytes(noise);
                yield noise;
            }
        };
        return random.nextInt(4) == 0 ? Arrays.copyOf(file, random.nextInt(file.length + 1)) : file;
    }

    /** A PNG that says its size and holds nothing of it. */
    private static byte[] picture(int width, int height) {
        ByteBuffer head = ByteBuffer.allocate(17);
        head.put("IHDR".getBytes(StandardCharsets.US_ASCII))
                .putInt(width)
                .putInt(height)
                .put(new byte[] {8, 6, 0, 0, 0});
        CRC32 crc = new CRC32();
        crc.update(head.array());
        return ByteBuffer.allocate(60)
                .put(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10})
                .putInt(13)
                .put(head.array())
                .putInt((int) crc.getValue())
                .array();
    }

    private static byte[] workbook(String sheet) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (String part : new String[] {"[Content_Types].xml", "xl/workbook.xml", "xl/worksheets/sheet1.xml"}) {
                zip.putNextEntry(new ZipEntry(part));
                zip.write(sheet.getBytes(StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }
}
