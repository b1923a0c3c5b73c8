package app.tidewrack.server.media;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.GpsDirectory;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Locale;
import java.util.Set;
import java.util.stream.StreamSupport;

/**
 * Takes out of a picture or video where it was taken, before it is kept and so before it leaves. Only what a camera wrote beside it goes;
 * what is seen and heard and which way up it is stay. A file that says nothing of a place stays as it is, to the byte.
 */
final class Whereabouts {
    private static final int MARKER = 0xff;
    private static final int START_OF_IMAGE = 0xd8;
    private static final int START_OF_SCAN = 0xda;
    private static final int APP1 = 0xe1;
    private static final int APP13 = 0xed;
    private static final int PNG_HEAD = 8;
    private static final int CHUNK_FRAME = 12;
    private static final Set<String> PNG_WORDS = Set.of("eXIf", "iTXt", "tEXt", "zTXt");
    private static final Set<Integer> IPTC_PLACES = Set.of(
            IptcDirectory.TAG_CITY,
            IptcDirectory.TAG_SUB_LOCATION,
            IptcDirectory.TAG_PROVINCE_OR_STATE,
            IptcDirectory.TAG_COUNTRY_OR_PRIMARY_LOCATION_NAME);

    private Whereabouts() {}

    /** Whether the file was written anew. A picture that cannot be read is left to whoever reads it next. */
    static boolean takeOut(VideoTool videos, String fileName, Container container, Path file) throws IOException {
        if (container.video()) {
            return ofVideo(videos, fileName, container, file);
        }
        Metadata metadata;
        try {
            metadata = ImageMetadataReader.readMetadata(file.toFile());
        } catch (ImageProcessingException | IOException | RuntimeException e) {
            return false;
        }
        if (StreamSupport.stream(metadata.getDirectories().spliterator(), false).noneMatch(Whereabouts::saysWhere)) {
            return false;
        }
        byte[] content = Files.readAllBytes(file);
        Files.write(file, container == Container.JPEG ? jpeg(content, orientation(metadata)) : png(content));
        return true;
    }

    private static boolean ofVideo(VideoTool videos, String fileName, Container container, Path file)
            throws IOException {
        if (!videos.saysWhere(fileName, file, container)) {
            return false;
        }
        Path bare = Files.createTempFile("tidewrack-bare", "");
        try {
            videos.bare(fileName, file, container, bare);
            Files.move(bare, file, StandardCopyOption.REPLACE_EXISTING);
            return true;
        } finally {
            Files.deleteIfExists(bare);
        }
    }

    private static boolean saysWhere(Directory directory) {
        return directory instanceof GpsDirectory gps && gps.getTagCount() > 0
                || directory instanceof IptcDirectory && IPTC_PLACES.stream().anyMatch(directory::containsTag)
                || directory instanceof XmpDirectory xmp
                        && xmp.getXmpProperties().keySet().stream()
                                .map(k -> k.toLowerCase(Locale.ROOT))
                                .anyMatch(k -> k.contains("gps") || k.contains("location") || k.contains("city"));
    }

    private static int orientation(Metadata metadata) {
        ExifIFD0Directory exif = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
        Integer said = exif == null ? null : exif.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
        return said == null ? 1 : said;
    }

    /** Without the segments of Exif, XMP and IPTC (ISO 10918-1, CIPA DC-008), and with the way up where it is not the usual. */
    private static byte[] jpeg(byte[] content, int orientation) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(content.length);
        out.write(MARKER);
        out.write(START_OF_IMAGE);
        boolean said = orientation == 1;
        int at = 2;
        while (at + 4 <= content.length && (content[at] & 0xff) == MARKER) {
            int kind = content[at + 1] & 0xff;
            if (kind == START_OF_SCAN) {
                break;
            }
            int length = 2 + (ByteBuffer.wrap(content, at + 2, 2).getShort() & 0xffff);
            if (!said && kind != 0xe0) {
                out.writeBytes(wayUp(orientation));
                said = true;
            }
            if (kind != APP1 && kind != APP13) {
                out.write(content, at, Math.min(length, content.length - at));
            }
            at += length;
        }
        out.write(content, Math.min(at, content.length), Math.max(0, content.length - at));
        return out.toByteArray();
    }

    /** An Exif segment of one entry. */
    private static byte[] wayUp(int orientation) {
        return ByteBuffer.allocate(36)
                .put((byte) MARKER)
                .put((byte) APP1)
                .putShort((short) 34)
                .put("Exif\0\0MM\0*".getBytes(StandardCharsets.ISO_8859_1))
                .putInt(8)
                .putShort((short) 1)
                .putShort((short) ExifIFD0Directory.TAG_ORIENTATION)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) orientation)
                .putShort((short) 0)
                .putInt(0)
                .array();
    }

    /** Without the chunks of words and of Exif (ISO 15948, 11.3), none of which changes how it looks. */
    private static byte[] png(byte[] content) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(content.length);
        out.write(content, 0, PNG_HEAD);
        int at = PNG_HEAD;
        while (at + CHUNK_FRAME <= content.length) {
            int length = ByteBuffer.wrap(content, at, 4).getInt();
            if (length < 0 || length > content.length - at - CHUNK_FRAME) {
                break;
            }
            String kind = new String(content, at + 4, 4, StandardCharsets.US_ASCII);
            if (!PNG_WORDS.contains(kind)) {
                out.write(content, at, length + CHUNK_FRAME);
            }
            at += length + CHUNK_FRAME;
        }
        out.write(content, at, content.length - at);
        return out.toByteArray();
    }
}
