package app.tidewrack.server.launch;

import app.tidewrack.core.launch.Change.Action;
import app.tidewrack.core.launch.Change.FieldChange;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.launch.LaunchMapper.StoredChange;
import app.tidewrack.server.launch.LaunchMapper.StoredLaunch;
import app.tidewrack.server.launch.LaunchMapper.StoredLive;
import app.tidewrack.server.web.NotFound;
import app.tidewrack.server.web.TableFile;
import app.tidewrack.server.web.TableFile.Form;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * A launch that a person enters on the network by hand: the change list as a table, and the ids that the network gave, read
 * back from it.
 */
@Service
class HandOver {
    private static final String CHANGE = "change";
    private static final String ID = "id on the network";
    private static final String DONE = "done";
    private static final int LONGEST_ID = 100;

    private final LaunchMapper mapper;
    private final LiveKeeper live;
    private final JsonMapper json;

    HandOver(LaunchMapper mapper, LiveKeeper live, JsonMapper json) {
        this.mapper = mapper;
        this.live = live;
        this.json = json;
    }

    /** The change list, a line for each change, with an empty place for what the person is to give back. */
    void write(String clientId, String launchId, Form form, OutputStream out) throws IOException {
        StoredLaunch launch = mapper.launch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        List<StoredChange> changes = mapper.changes(clientId, launchId);
        Map<String, StoredLive> known = mapper.live(clientId, launch.campaignId()).stream()
                .collect(Collectors.toMap(StoredLive::itemKey, Function.identity()));
        Map<String, String> names =
                changes.stream().collect(Collectors.toMap(StoredChange::itemKey, StoredChange::name, (a, b) -> a));
        known.forEach((key, item) -> names.putIfAbsent(key, item.name()));
        Set<String> fields = new LinkedHashSet<>();
        Map<String, Map<String, FieldChange>> byChange = new HashMap<>();
        for (StoredChange c : changes) {
            Map<String, FieldChange> own = new HashMap<>();
            json.readValue(c.fields(), new TypeReference<List<FieldChange>>() {})
                    .forEach(f -> own.put(f.field(), f));
            fields.addAll(json.readValue(c.wanted(), new TypeReference<Map<String, Object>>() {})
                    .keySet());
            byChange.put(c.id(), own);
        }
        fields.remove("name");
        List<String> columns = new ArrayList<>(List.of(CHANGE, "do", "what", "name", "belongs to"));
        columns.addAll(fields);
        columns.addAll(List.of(ID, DONE));
        List<List<Object>> lines = new ArrayList<>();
        for (StoredChange c : changes) {
            List<Object> line = new ArrayList<>(List.<Object>of(
                    c.id(),
                    c.action().toLowerCase(Locale.ROOT),
                    c.level().toLowerCase(Locale.ROOT).replace('_', ' '),
                    c.name(),
                    c.parentKey() == null ? "" : names.getOrDefault(c.parentKey(), "")));
            Map<String, FieldChange> own = byChange.get(c.id());
            fields.forEach(f -> line.add(own.containsKey(f) ? own.get(f).after() : ""));
            StoredLive item = known.get(c.itemKey());
            line.add(item == null ? "" : item.externalId());
            line.add(c.state().equals("DONE") ? "yes" : "");
            lines.add(line);
        }
        TableFile.write(form, "Change list", columns, lines, out, json);
    }

    /** @param line from 2, as spreadsheets count under a heading */
    record BadLine(int line, String value, String says) {}

    /** @param left changes that are still to be entered */
    record ReadBack(int taken, int left, List<BadLine> bad) {}

    /**
     * Takes in what a person entered: good lines are kept, bad ones are listed.
     *
     * @throws Refusal when the launch waits for nothing, or the file is no table of it
     */
    @Transactional
    public ReadBack read(String clientId, String launchId, byte[] file) {
        StoredLaunch launch = mapper.holdLaunch(clientId, launchId).orElseThrow(() -> new NotFound("launch", launchId));
        if (!launch.state().equals("BY_HAND")) {
            throw new Refusal(
                    "file", "This launch was not handed over, or has ended.", "Hand the change list over anew.");
        }
        List<Map<String, String>> lines = TableFile.read(file, json);
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
            if (line != null && !c.state().equals("DONE")) {
                reader.take(c, line, numbers.get(c.id()));
            }
        });
        int left = mapper.standing(clientId, launchId).open();
        if (left == 0) {
            mapper.setLaunchState(clientId, launchId, "DONE");
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
            changes.stream().filter(c -> !c.state().equals("DONE")).forEach(c -> open.add(c.id()));
            ids.addAll(mapper.externalIds(clientId, launch.accountId()));
        }

        void take(StoredChange change, Map<String, String> line, int number) {
            String id = line.getOrDefault(ID, "");
            boolean creates = change.action().equals(Action.CREATE.name());
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
                            mapper.externalId(clientId, launch.campaignId(), change.itemKey())
                                    .orElse(""));
            live.keep(clientId, launch, change, 1, known);
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
