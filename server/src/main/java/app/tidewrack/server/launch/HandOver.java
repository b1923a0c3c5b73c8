package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.ChangeState;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.LaunchState;
import app.tidewrack.core.launch.LiveItem;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.launch.kept.LaunchMapper;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.kept.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.kept.LiveMapper;
import app.tidewrack.server.launch.kept.LiveMapper.StoredLive;
import app.tidewrack.server.launch.sending.LiveKeeper;
import app.tidewrack.server.launch.words.Wording;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import app.tidewrack.server.web.TableReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/**
 * A launch that a person enters on the network by hand: the change list as a table, and the ids that the network gave, read
 * back from it.
 */
@Service
@RequiredArgsConstructor
class HandOver {
    private static final String CHANGE = "change";
    private static final String ID = "id on the network";
    private static final String DONE = "done";
    private static final int LONGEST_ID = 100;

    private final LaunchMapper mapper;
    private final LiveMapper live;
    private final LiveKeeper keeper;
    private final Accounts accounts;
    private final Wording wording;
    private final TableReader tables;
    private final JsonMapper json;

    /** The change list, a line for each change, with an empty place for what the person is to give back. */
    void write(String clientId, String launchId, Form form, OutputStream out) throws IOException {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        List<StoredChange> changes = mapper.changes(clientId, launchId);
        ItemWords words = wording.of(
                clientId, accounts.account(clientId, launch.accountId()).network());
        Map<String, LiveItem> known = live.live(clientId, launch.campaignId()).stream()
                .map(StoredLive::item)
                .collect(Collectors.toMap(l -> l.key().text(), Function.identity()));
        Map<String, String> names =
                changes.stream().collect(Collectors.toMap(StoredChange::itemKey, StoredChange::name, (a, b) -> a));
        known.forEach(
                (key, item) -> names.putIfAbsent(key, item.now().settings().name()));
        Set<Field> fields = changes.stream()
                .map(StoredChange::settings)
                .filter(Objects::nonNull)
                .flatMap(s -> s.parts().keySet().stream())
                .filter(f -> f != Field.NAME)
                .collect(Collectors.toCollection(() -> EnumSet.noneOf(Field.class)));
        List<String> columns = new ArrayList<>(List.of(CHANGE, "do", "what", "name", "belongs to"));
        fields.forEach(f -> columns.add(f.words()));
        columns.addAll(List.of(ID, DONE));
        List<List<Object>> lines = new ArrayList<>();
        for (StoredChange c : changes) {
            String parent = launch.key(c.itemKey())
                    .parent()
                    .map(p -> names.getOrDefault(p.text(), ""))
                    .orElse("");
            lines.add(line(c, parent, fields, words, known.get(c.itemKey())));
        }
        TableFile.write(form, "Change list", columns, lines, out, json);
    }

    private static List<Object> line(
            StoredChange c, String parent, Set<Field> fields, ItemWords words, @Nullable LiveItem item) {
        List<Object> line = new ArrayList<>(List.<Object>of(
                c.id(), c.action().name().toLowerCase(Locale.ROOT), c.level().words(), c.name(), parent));
        Settings settings = c.settings();
        Set<Field> changed = settings == null ? Set.of() : settings.differing(c.before());
        fields.forEach(f -> line.add(changed.contains(f) ? words.of(f, settings) : ""));
        line.add(item == null ? "" : item.externalId());
        line.add(c.state() == ChangeState.DONE ? "yes" : "");
        return line;
    }

    /** @param line from 2, as spreadsheets count under a heading */
    record BadLine(int line, String value, String says) {}

    /** @param left changes that are still to be entered */
    record ReadBack(int taken, int left, List<BadLine> bad) {}

    /**
     * The lines of a file that a person sends; nothing is held while it comes.
     *
     * @throws Refusal when it is no table
     */
    List<Map<String, String>> lines(InputStream file) throws IOException {
        return tables.read(file, Set.of(CHANGE, ID, DONE));
    }

    /**
     * Takes in what a person entered: good lines are kept, bad ones are listed.
     *
     * @throws Refusal when the launch waits for nothing, or the lines are not of it
     */
    @Transactional
    public ReadBack take(String clientId, String launchId, List<Map<String, String>> lines) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        if (launch.state() != LaunchState.BY_HAND) {
            throw new Refusal(
                    "file", "This launch was not handed over, or has ended.", "Hand the change list over anew.");
        }
        if (lines.stream().noneMatch(l -> l.containsKey(CHANGE))) {
            throw new Refusal(
                    "file",
                    "The file has no column “%s”.".formatted(CHANGE),
                    "Fill in the file that was handed over; its first columns say which line is which.");
        }
        List<StoredChange> changes = mapper.changes(clientId, launchId);
        Reader reader = new Reader(clientId, launch, changes);
        Map<String, Map<String, String>> byChange = new HashMap<>();
        Map<String, Integer> numbers = new HashMap<>();
        Set<String> known = changes.stream().map(StoredChange::id).collect(Collectors.toSet());
        for (int i = 0; i < lines.size(); i++) {
            String id = lines.get(i).getOrDefault(CHANGE, "");
            if (!id.isEmpty() && !known.contains(id)) {
                reader.bad.add(new BadLine(i + 2, id, "is no change of this launch"));
            } else if (byChange.putIfAbsent(id, lines.get(i)) != null && !id.isEmpty()) {
                reader.bad.add(new BadLine(i + 2, id, "stands in line %d too".formatted(numbers.get(id))));
            }
            numbers.putIfAbsent(id, i + 2);
        }
        changes.forEach(c -> {
            Map<String, String> line = byChange.get(c.id());
            if (line != null && c.state() != ChangeState.DONE) {
                reader.take(c, line, Objects.requireNonNull(numbers.get(c.id())));
            }
        });
        int left = mapper.standing(clientId, launchId).open();
        if (left == 0) {
            mapper.setLaunchState(clientId, launchId, LaunchState.DONE);
        }
        return new ReadBack(reader.taken, left, reader.bad);
    }

    /** Takes lines in the order of the changes, so that what something belongs to comes before it. */
    private final class Reader {
        private final String clientId;
        private final StoredLaunch launch;
        private final Set<String> open = new HashSet<>();
        private final Set<String> ids = new HashSet<>();
        private final List<BadLine> bad = new ArrayList<>();
        private int taken;

        Reader(String clientId, StoredLaunch launch, List<StoredChange> changes) {
            this.clientId = clientId;
            this.launch = launch;
            changes.stream().filter(c -> c.state() != ChangeState.DONE).forEach(c -> open.add(c.id()));
            ids.addAll(live.externalIds(clientId, launch.accountId()));
        }

        void take(StoredChange change, Map<String, String> line, int number) {
            String id = line.getOrDefault(ID, "");
            boolean creates = change.action() == Action.CREATE;
            boolean entered =
                    creates ? !id.isEmpty() : !line.getOrDefault(DONE, "").isEmpty();
            if (!entered) {
                return;
            }
            String fault =
                    open.contains(change.waitsFor()) ? "what it belongs to has no id yet" : creates ? faultOf(id) : "";
            if (!fault.isEmpty()) {
                bad.add(new BadLine(number, creates ? id : change.name(), fault));
                return;
            }
            String known = creates
                    ? id
                    : Objects.requireNonNullElse(
                            change.externalId(),
                            live.externalId(clientId, launch.campaignId(), change.itemKey())
                                    .orElse(""));
            keeper.keep(clientId, launch, change, 1, known);
            ids.add(known);
            open.remove(change.id());
            taken++;
        }

        private String faultOf(String id) {
            if (id.length() > LONGEST_ID || id.chars().anyMatch(Character::isWhitespace)) {
                return "is no id: up to %d signs without spaces".formatted(LONGEST_ID);
            }
            return ids.contains(id) ? "is the id of something else on this account" : "";
        }
    }
}
