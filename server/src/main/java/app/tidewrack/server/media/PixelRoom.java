package app.tidewrack.server.media;

import app.tidewrack.core.refusal.Refusal;
import java.util.Locale;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * Memory for decoded pictures, a part of what the server has. What a picture will take is reckoned before it is decoded: it waits
 * until so much is free, and one that needs more than all of it is refused.
 */
@Component
class PixelRoom {
    private static final double PART = 0.35;
    private static final long MEGABYTE = 1 << 20;

    private final int megabytes;
    private final Semaphore free;

    @Autowired
    PixelRoom() {
        this((long) (PART * Runtime.getRuntime().maxMemory()));
    }

    /** @param bytes for all pictures that are decoded at once */
    PixelRoom(long bytes) {
        megabytes = (int) Math.max(1, bytes / MEGABYTE);
        free = new Semaphore(megabytes, true);
    }

    /** Something that may find a picture broken. */
    interface Work<T, E extends Exception> {
        T done() throws E;
    }

    /**
     * Does something that takes so much memory.
     *
     * @param refusal what to say when there never is so much, by the megabytes that there are
     * @throws Refusal when there never is so much
     */
    <T, E extends Exception> T with(long bytes, Supplier<Refusal> refusal, Work<T, E> work) throws E {
        long needed = bytes / MEGABYTE + 1;
        if (needed > megabytes) {
            throw refusal.get();
        }
        free.acquireUninterruptibly((int) needed);
        try {
            return work.done();
        } finally {
            free.release((int) needed);
        }
    }

    /** What is said of a picture that takes more than there is. */
    Refusal tooLarge(String field, String fileName, int width, int height) {
        return new Refusal(
                field,
                String.format(
                        Locale.UK,
                        "“%s” is %,d × %,d px; to decode it takes more than the %,d MB that this server gives to pictures.",
                        fileName,
                        width,
                        height,
                        megabytes),
                "Scale it down and upload that.");
    }
}
