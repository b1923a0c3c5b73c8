package app.tidewrack.server.media;

import java.io.IOException;
import java.util.function.IntPredicate;
import tools.jackson.databind.JsonNode;

/** Does one kind of long work on media. */
public interface MediaWorker {
    /** Name of the kind, by which waiting work finds it again after a restart. */
    String kind();

    /**
     * @param order as it was given to {@link MediaJobs#begin}
     * @param onPercent told how far it is; false stops it
     * @return hash of the medium that was made
     */
    String make(String clientId, JsonNode order, IntPredicate onPercent) throws IOException;
}
