package app.tidewrack.server.plan.edit;

import app.tidewrack.core.plan.Campaign;
import app.tidewrack.core.plan.Pasted;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.audience.AudienceLibrary.Audience;
import app.tidewrack.server.creative.CreativeLibrary;
import app.tidewrack.server.web.Ids;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Reads what spreadsheets put on the clipboard: cells parted by tabs, quoted where they hold a tab or line end. */
@Component
@RequiredArgsConstructor
public class PasteReader {
    private static final CSVFormat CELLS = CSVFormat.TDF
            .builder()
            .setIgnoreEmptyLines(false)
            .setIgnoreSurroundingSpaces(false)
            .setLenientEof(true)
            .setTrailingData(true)
            .get();

    private final AudienceLibrary audiences;
    private final CreativeLibrary creatives;

    /**
     * @param startRowId the row at hand; null for the first
     * @throws Refusal when the text is none that a spreadsheet writes, or too long
     */
    public Pasted read(String clientId, Campaign campaign, @Nullable String startRowId, String text) {
        Map<String, String> ids = audiences.all(clientId).stream()
                .filter(a -> a.accountId().equals(campaign.accountId()))
                .collect(Collectors.toMap(a -> a.name().toLowerCase(Locale.ROOT), Audience::id, (a, b) -> a));
        var known = creatives.byId(clientId);
        return Pasted.read(
                cells(text),
                new Pasted.Ground(
                        campaign,
                        startRowId,
                        name -> Optional.ofNullable(ids.get(name.toLowerCase(Locale.ROOT))),
                        id -> Objects.requireNonNull(known.get(id)).name(),
                        Ids::fresh));
    }

    /** Without the mark that a copy from the sheet puts before what would start a formula. */
    private static String plain(String cell) {
        return cell.matches("'[=+\\-@].*") ? cell.substring(1) : cell;
    }

    /** The cells; blank lines at the end are none. Reading stops at the first line that is one too many. */
    private static List<List<String>> cells(String text) {
        try (CSVParser parser = CELLS.parse(new StringReader(text.stripTrailing()))) {
            return parser.stream()
                    .limit(Pasted.MOST_LINES + 1L)
                    .map(r -> r.stream().map(PasteReader::plain).toList())
                    .toList();
        } catch (IOException | UncheckedIOException | IllegalStateException e) {
            throw new Refusal("text", "The cells could not be read: a quote is not closed.", "Copy them again.");
        }
    }
}
