package app.tidewrack.server.signoff;

import app.tidewrack.core.creative.Creative;
import app.tidewrack.core.creative.Medium;
import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.AdSettings;
import app.tidewrack.core.launch.Change;
import app.tidewrack.core.launch.CreativeSettings;
import app.tidewrack.core.launch.CreativeSettings.ChatSettings;
import app.tidewrack.core.launch.CreativeSettings.FormSettings;
import app.tidewrack.core.launch.CreativeSettings.MessageSettings;
import app.tidewrack.core.launch.Field;
import app.tidewrack.core.launch.GroupSettings;
import app.tidewrack.core.launch.ItemKey;
import app.tidewrack.core.launch.ItemWords;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.launch.WantedItem;
import app.tidewrack.core.network.Rulebook;
import app.tidewrack.core.signoff.Coverage;
import app.tidewrack.core.signoff.Sent;
import app.tidewrack.core.signoff.SignOffState;
import app.tidewrack.server.client.ClientMapper;
import app.tidewrack.server.creative.CreativeFits;
import app.tidewrack.server.creative.CreativeFits.NetworkFit;
import app.tidewrack.server.form.FormLibrary;
import app.tidewrack.server.launch.ChangesView.ChangeTold;
import app.tidewrack.server.launch.ChangesView.FieldTold;
import app.tidewrack.server.launch.LaunchDesk;
import app.tidewrack.server.launch.words.Wording;
import app.tidewrack.server.media.MediaLibrary;
import app.tidewrack.server.network.Networks;
import app.tidewrack.server.person.GuestPass;
import app.tidewrack.server.person.Guests;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.plan.PlanDesk;
import app.tidewrack.server.plan.PlanDesk.Versioned;
import app.tidewrack.server.signoff.SignOffView.SignOffAd;
import app.tidewrack.server.signoff.SignOffView.SignOffCampaign;
import app.tidewrack.server.signoff.SignOffView.SignOffChange;
import app.tidewrack.server.signoff.kept.Coverages;
import app.tidewrack.server.signoff.kept.SentContent.SentCampaign;
import app.tidewrack.server.signoff.kept.SentContent.SentItem;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import java.security.Principal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Puts together what whoever decides is to see. */
@Component
@RequiredArgsConstructor
class SignOffViews {
    /** Different ads that are drawn; of more the rest is counted. */
    private static final int MOST_DRAWN = 60;

    private final SignOffDesk desk;
    private final Coverages coverages;
    private final Comments comments;
    private final Guests guests;
    private final PersonMapper people;
    private final ClientMapper clients;
    private final PlanDesk plans;
    private final LaunchDesk launches;
    private final Networks networks;
    private final Wording wording;
    private final CreativeFits fits;
    private final MediaLibrary media;
    private final FormLibrary forms;

    SignOffView of(String clientId, String id, Principal who) {
        SignOffLine line = desk.line(clientId, id);
        List<SentCampaign> sent = desk.content(clientId, id).campaigns();
        Versioned plan = plans.plan(clientId, line.planId());
        boolean guest = who instanceof GuestPass;
        Role role = guest ? Role.APPROVER : people.role(who.getName(), clientId).orElse(Role.VIEWER);
        Map<String, Medium> shelf = media.byHash(clientId);
        Map<String, LeadForm> known = forms.byId(clientId);
        return new SignOffView(
                line,
                clients.byId(clientId).name(),
                plan.version(),
                role == Role.APPROVER && line.state() == SignOffState.WAITING,
                role != Role.VIEWER,
                sent.stream()
                        .map(c -> campaign(clientId, line, c, plan, shelf, known))
                        .toList(),
                comments.of(clientId, line.planId()).stream()
                        .filter(c -> !guest || c.signOffId() != null)
                        .toList(),
                guest ? List.of() : guests.open(clientId, id),
                fits.formats(clientId),
                sent.stream()
                        .flatMap(SignOffViews::shown)
                        .flatMap(s -> Stream.concat(s.media().stream(), s.posters().stream()))
                        .distinct()
                        .flatMap(sha -> Stream.ofNullable(shelf.get(sha)))
                        .toList());
    }

    private static Stream<CreativeSettings> shown(SentCampaign c) {
        return c.items().stream()
                .filter(i -> i.action().hasContent())
                .flatMap(i -> i.settings() instanceof AdSettings ad ? Stream.of(ad.creative()) : Stream.empty());
    }

    private SignOffCampaign campaign(
            String clientId,
            SignOffLine line,
            SentCampaign c,
            Versioned plan,
            Map<String, Medium> shelf,
            Map<String, LeadForm> known) {
        Rulebook rulebook = networks.rulebook(c.network());
        ItemWords words = wording.of(clientId, c.network());
        // Nothing, where it is the first time.
        Map<ItemKey, Settings> last = coverages.before(clientId, line.planId(), c.campaignId(), line.number()).stream()
                .map(Sent::items)
                .findFirst()
                .orElse(Map.of());
        Map<ItemKey, Settings> now = now(clientId, plan, c.campaignId());
        List<SignOffAd> ads = ads(c, rulebook, shelf, known);
        return new SignOffCampaign(
                c.campaignId(),
                c.name(),
                c.account(),
                c.network(),
                rulebook.name(),
                c.currency(),
                c.dailyBeforeMinor(),
                c.dailyAfterMinor(),
                c.items().stream()
                        .map(i -> change(c.campaignId(), i, words, last, now))
                        .toList(),
                c.rows(),
                c.columns(),
                c.days(),
                c.findings(),
                c.expected(),
                ads.subList(0, Math.min(MOST_DRAWN, ads.size())),
                Math.max(0, ads.size() - MOST_DRAWN),
                rulebook.callsToAction());
    }

    private Map<ItemKey, Settings> now(String clientId, Versioned plan, String campaignId) {
        boolean there = plan.plan().campaigns().stream().anyMatch(c -> c.id().equals(campaignId));
        return there
                ? launches.compare(clientId, plan, campaignId).wanted().stream()
                        .collect(Collectors.toMap(WantedItem::key, WantedItem::settings))
                : Map.of();
    }

    private static SignOffChange change(
            String campaignId,
            SentItem item,
            ItemWords words,
            Map<ItemKey, Settings> last,
            Map<ItemKey, Settings> now) {
        Change change = item.change(campaignId);
        ChangeTold told = ChangeTold.of(new Coverage(change, Coverage.Standing.WAITING, Set.of()), words);
        boolean sends = change.action() != Change.Action.PAUSE && change.action() != Change.Action.REMOVE;
        Settings before = last.get(change.key());
        Settings wanted = now.get(change.key());
        List<String> edited = !sends
                ? List.of()
                : wanted == null
                        ? List.of("taken out")
                        : Coverage.differing(wanted, item.settings()).stream()
                                .map(Field::words)
                                .toList();
        return new SignOffChange(
                told,
                sends && before == null && !last.isEmpty(),
                before == null || !sends
                        ? List.of()
                        : Coverage.differing(item.settings(), before).stream()
                                .map(f ->
                                        new FieldTold(f, f.words(), words.of(f, before), words.of(f, item.settings())))
                                .toList(),
                edited);
    }

    /** Ads that look alike, by what people see of them. */
    private static List<SignOffAd> ads(
            SentCampaign c, Rulebook rulebook, Map<String, Medium> shelf, Map<String, LeadForm> known) {
        record Look(String columnId, CreativeSettings shows) {}
        Map<Look, List<String>> rows = new LinkedHashMap<>();
        Map<String, Set<String>> placements = new HashMap<>();
        for (SentItem item : c.items()) {
            Change change = item.change(c.campaignId());
            if (item.settings() instanceof GroupSettings group) {
                placements.put(change.key().rowId(), Set.copyOf(group.placements()));
            } else if (change.level() == Level.AD
                    && change.action().hasContent()
                    && item.settings() instanceof AdSettings ad) {
                // Where it leads differs by what is counted of each row, which nobody sees.
                CreativeSettings shows = ad.creative();
                Look look = new Look(
                        change.key().columnId(), shows.saying(shows.bodies(), shows.headlines(), page(shows.link())));
                rows.computeIfAbsent(look, l -> new ArrayList<>())
                        .add(change.key().rowId());
            }
        }
        return rows.entrySet().stream()
                .map(e -> {
                    CreativeSettings shows = e.getKey().shows();
                    LeadForm form = Optional.ofNullable(shows.form())
                            .map(FormSettings::id)
                            .map(known::get)
                            .orElse(null);
                    NetworkFit fit = CreativeFits.network(creative(shows, shelf, form), rulebook);
                    return new SignOffAd(
                            e.getKey().columnId(),
                            e.getValue(),
                            shows,
                            onPlacements(fit, e.getValue(), placements),
                            form);
                })
                .toList();
    }

    private static String page(String link) {
        int query = link.indexOf('?');
        return query < 0 ? link : link.substring(0, query);
    }

    /** Where one of its rows shows it; where that is left to the network, or not among what was sent, everywhere. */
    private static NetworkFit onPlacements(NetworkFit fit, List<String> rowIds, Map<String, Set<String>> placements) {
        boolean everywhere = rowIds.stream()
                .anyMatch(r -> placements.getOrDefault(r, Set.of()).isEmpty());
        return new NetworkFit(
                fit.network(),
                fit.networkName(),
                fit.format(),
                fit.counts(),
                fit.placements().stream()
                        .filter(p -> p.runs()
                                && (everywhere
                                        || rowIds.stream()
                                                .anyMatch(r -> placements
                                                        .getOrDefault(r, Set.of())
                                                        .contains(p.code()))))
                        .toList(),
                fit.objectives(),
                fit.ruledOut(),
                fit.notShownOn());
    }

    /** As a creative again, for what draws and judges creatives. */
    private static Creative creative(CreativeSettings s, Map<String, Medium> shelf, @Nullable LeadForm form) {
        ChatSettings chat = s.chat();
        MessageSettings message = s.message();
        return new Creative(
                "",
                "",
                s.format(),
                s.media().stream()
                        .flatMap(sha -> Stream.ofNullable(shelf.get(sha)))
                        .toList(),
                s.bodies(),
                s.headlines(),
                s.descriptions(),
                s.callsToAction(),
                s.link(),
                s.brand(),
                s.post(),
                s.cards(),
                form,
                chat == null
                        ? null
                        : new ChatScript(
                                "",
                                "",
                                chat.greeting(),
                                chat.replies().stream()
                                        .map(r -> new ChatScript.Reply(r, ""))
                                        .toList()),
                message == null
                        ? null
                        : new DirectMessage(
                                "",
                                "",
                                message.sender(),
                                message.subject(),
                                message.body(),
                                message.button(),
                                s.link(),
                                null));
    }
}
