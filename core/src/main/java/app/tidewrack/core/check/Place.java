package app.tidewrack.core.check;

import org.jspecify.annotations.Nullable;

/**
 * Where a finding is, and the input that mends it. Row and column are null where the finding concerns the whole sheet;
 * audience, creative and script are set when the input is theirs.
 *
 * @param scriptId of a lead form, chat or message
 * @param field the input's name as the API calls it
 */
public record Place(
        String campaignId,
        @Nullable String rowId,
        @Nullable String columnId,
        @Nullable String audienceId,
        @Nullable String creativeId,
        @Nullable String scriptId,
        String field) {}
