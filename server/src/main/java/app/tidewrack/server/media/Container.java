package app.tidewrack.server.media;

import app.tidewrack.core.refusal.Refusal;
import java.nio.charset.StandardCharsets;
import java.util.HexFormat;
import java.util.Locale;

/** Kinds of files that are taken in, told by their first bytes and never by their name. */
enum Container {
    JPEG("", ""),
    PNG("", ""),
    MP4("mov", "mp4"),
    MOV("mov", "mov"),
    M4V("mov", "ipod"),
    WEBM("matroska", "webm"),
    AVI("avi", "avi");

    private final String demuxer;
    private final String muxer;

    Container(String demuxer, String muxer) {
        this.demuxer = demuxer;
        this.muxer = muxer;
    }

    /** The video tool's name for what reads it. */
    String demuxer() {
        return demuxer;
    }

    /** The video tool's name for what writes it. */
    String muxer() {
        return muxer;
    }

    boolean video() {
        return !demuxer.isEmpty();
    }

    /** Ending of a new file of this kind. */
    String ending() {
        return this == JPEG ? ".jpg" : "." + name().toLowerCase(Locale.ROOT);
    }

    /**
     * @param head the first 16 bytes or more
     * @throws Refusal (field {@code file}) with what the file is instead
     */
    static Container of(String fileName, byte[] head) {
        String hex = HexFormat.of().formatHex(head, 0, Math.min(16, head.length));
        String text = new String(head, StandardCharsets.ISO_8859_1);
        if (hex.startsWith("ffd8ff")) {
            return JPEG;
        }
        if (hex.startsWith("89504e470d0a1a0a")) {
            return PNG;
        }
        if (hex.startsWith("1a45dfa3")) {
            return WEBM;
        }
        if (text.startsWith("RIFF") && text.startsWith("AVI ", 8)) {
            return AVI;
        }
        boolean boxes = text.startsWith("ftyp", 4);
        if (boxes && !text.startsWith("hei", 8) && !text.startsWith("mif1", 8) && !text.startsWith("avif", 8)) {
            return text.startsWith("qt  ", 8) ? MOV : text.startsWith("M4V", 8) ? M4V : MP4;
        }
        if (text.startsWith("moov", 4) || text.startsWith("mdat", 4) || text.startsWith("wide", 4)) {
            return MOV;
        }
        throw new Refusal(
                "file",
                "“%s” is %s, not a picture or video that networks take.".formatted(fileName, kind(hex, text)),
                "Save it as a JPEG or PNG, or as an MP4 video, and upload that.");
    }

    private static String kind(String hex, String text) {
        if (hex.isEmpty()) {
            return "empty";
        }
        if (text.startsWith("%PDF")) {
            return "a PDF";
        }
        if (text.startsWith("GIF8")) {
            return "a GIF";
        }
        if (text.startsWith("RIFF") && text.startsWith("WEBP", 8)) {
            return "a WebP picture";
        }
        if (text.startsWith("ftyp", 4)) {
            return "a HEIC or AVIF picture";
        }
        return text.stripLeading().startsWith("<") ? "a page of HTML or XML" : "another kind of file";
    }
}
