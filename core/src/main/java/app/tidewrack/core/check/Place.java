package app.tidewrack.core.check;

import org.jspecify.annotations.Nullable;

/**
 * Where a finding is, and the input that mends it. Row and column are null where the finding concerns the whole sheet;
 * audience and creative are set when the input is theirs.
 *
 * @param field the input's name as the API calls it
 */
public record Place(
        String campaignId,
        @Nullable String rowId,
        @Nullable String columnId,
        @Nullable String audienceId,
        @Nullable String creativeId,
        String field) {}
