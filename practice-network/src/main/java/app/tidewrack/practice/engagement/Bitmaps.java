package app.tidewrack.practice.engagement;

import java.nio.ByteBuffer;
import org.roaringbitmap.RoaringBitmap;
import org.roaringbitmap.buffer.ImmutableRoaringBitmap;

/** Bitmaps to and from bytes, in the portable Roaring format. */
public final class Bitmaps {
    private Bitmaps() {}

    public static byte[] bytes(RoaringBitmap bitmap) {
        ByteBuffer buffer = ByteBuffer.allocate(bitmap.serializedSizeInBytes());
        bitmap.serialize(buffer);
        return buffer.array();
    }

    public static RoaringBitmap bitmap(byte[] bytes) {
        return new ImmutableRoaringBitmap(ByteBuffer.wrap(bytes)).toRoaringBitmap();
    }
}
