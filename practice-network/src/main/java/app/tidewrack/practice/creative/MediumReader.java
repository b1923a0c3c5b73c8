package app.tidewrack.practice.creative;

import app.tidewrack.core.refusal.Refusal;
import com.drew.imaging.FileType;
import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.ImageProcessingException;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.file.FileTypeDirectory;
import com.drew.metadata.jpeg.JpegDirectory;
import com.drew.metadata.mov.QuickTimeDirectory;
import com.drew.metadata.mov.media.QuickTimeVideoDirectory;
import com.drew.metadata.mp4.Mp4Directory;
import com.drew.metadata.mp4.media.Mp4VideoDirectory;
import com.drew.metadata.png.PngDirectory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Objects;
import lombok.AccessLevel;
import lombok.RequiredArgsConstructor;

/** Measures pictures and videos by their content, never by their name. */
@RequiredArgsConstructor(access = AccessLevel.PRIVATE)
final class MediumReader {
    private static final int TURNED_FROM = 5;

    private final Path file;
    private final String sha256;
    private final Metadata metadata;

    /** @throws Refusal when it is none of the four kinds, or broken */
    static Medium read(Path file, String sha256) throws IOException {
        try {
            return new MediumReader(file, sha256, ImageMetadataReader.readMetadata(file.toFile())).medium();
        } catch (ImageProcessingException e) {
            throw unreadable();
        }
    }

    private Medium medium() throws IOException {
        FileTypeDirectory type = metadata.getFirstDirectoryOfType(FileTypeDirectory.class);
        String name = type == null ? "" : type.getString(FileTypeDirectory.TAG_DETECTED_FILE_TYPE_NAME);
        FileType found = Arrays.stream(FileType.values())
                .filter(t -> t.getName().equals(name))
                .findFirst()
                .orElse(FileType.Unknown);
        return switch (found) {
            case Jpeg ->
                picture("JPEG", JpegDirectory.class, JpegDirectory.TAG_IMAGE_WIDTH, JpegDirectory.TAG_IMAGE_HEIGHT);
            case Png -> picture("PNG", PngDirectory.class, PngDirectory.TAG_IMAGE_WIDTH, PngDirectory.TAG_IMAGE_HEIGHT);
            case Mp4 ->
                video(
                        "MP4",
                        directory(Mp4VideoDirectory.class),
                        Mp4VideoDirectory.TAG_WIDTH,
                        Mp4VideoDirectory.TAG_HEIGHT,
                        directory(Mp4Directory.class),
                        Mp4Directory.TAG_DURATION_SECONDS,
                        Mp4Directory.TAG_ROTATION);
            case QuickTime ->
                video(
                        "MOV",
                        directory(QuickTimeVideoDirectory.class),
                        QuickTimeVideoDirectory.TAG_WIDTH,
                        QuickTimeVideoDirectory.TAG_HEIGHT,
                        directory(QuickTimeDirectory.class),
                        QuickTimeDirectory.TAG_DURATION_SECONDS,
                        QuickTimeDirectory.TAG_ROTATION);
            default ->
                throw new Refusal(
                        "media",
                        "The file is of the kind %s.".formatted(name.isEmpty() ? "unknown" : name),
                        "Send JPEG, PNG, MP4 or MOV.");
        };
    }

    private Medium picture(String format, Class<? extends Directory> kind, int width, int height) throws IOException {
        Directory directory = directory(kind);
        ExifIFD0Directory exif = metadata.getFirstDirectoryOfType(ExifIFD0Directory.class);
        Integer orientation = exif == null ? null : exif.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
        boolean turned = orientation != null && orientation >= TURNED_FROM;
        return medium(false, format, number(directory, width), number(directory, height), turned, 0);
    }

    private Medium video(
            String format, Directory track, int width, int height, Directory file, int seconds, int rotation)
            throws IOException {
        Integer degrees = file.getInteger(rotation);
        boolean turned = degrees != null && Math.abs(degrees) % 180 == 90;
        Object length = Objects.requireNonNullElse(file.getObject(seconds), 0);
        double inSeconds = length instanceof Number n ? n.doubleValue() : Double.parseDouble(length.toString());
        return medium(true, format, number(track, width), number(track, height), turned, inSeconds);
    }

    private Medium medium(boolean video, String format, int width, int height, boolean turned, double seconds)
            throws IOException {
        long bytes = Files.size(file);
        return turned
                ? new Medium(sha256, video, format, height, width, seconds, bytes)
                : new Medium(sha256, video, format, width, height, seconds, bytes);
    }

    private <T extends Directory> T directory(Class<T> kind) {
        T directory = metadata.getFirstDirectoryOfType(kind);
        if (directory == null) {
            throw unreadable();
        }
        return directory;
    }

    private static int number(Directory directory, int tag) {
        Integer number = directory.getInteger(tag);
        if (number == null || number < 1) {
            throw unreadable();
        }
        return number;
    }

    private static Refusal unreadable() {
        return new Refusal("media", "The file cannot be read as a picture or video.", "Send JPEG, PNG, MP4 or MOV.");
    }
}
