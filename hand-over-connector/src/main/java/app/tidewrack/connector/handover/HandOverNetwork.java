package app.tidewrack.connector.handover;

import app.tidewrack.connector.NetworkConnector;
import app.tidewrack.connector.NetworkRefused;
import app.tidewrack.core.audience.AudienceDefinition;
import app.tidewrack.core.audience.AudienceSize;
import app.tidewrack.core.audience.Places;
import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import app.tidewrack.core.network.Rulebook;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/**
 * Stands for every network that has no connector. Its rulebook is a general one: rules that most networks have, none stricter than
 * what is common practice. Nothing is asked of a network and nothing sent to it, so an account is open as soon as it is named, lists of
 * what it tells are empty, and whatever must be known of it or done there is refused, with who does it instead.
 */
public final class HandOverNetwork implements NetworkConnector {
    private final Rulebook rulebook;

    public HandOverNetwork(JsonMapper json) {
        try (InputStream text = HandOverNetwork.class.getResourceAsStream("rulebook.json")) {
            rulebook = json.readValue(Objects.requireNonNull(text), Rulebook.class);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private NetworkRefused untold(String what) {
        return new NetworkRefused(
                rulebook.name(), "it has no connector, so no %s. Look them up there.".formatted(what), null);
    }

    private NetworkRefused byHand() {
        return new NetworkRefused(
                rulebook.name(),
                "it has no connector, so nothing is sent. Hand the change list over and enter it there.",
                null);
    }

    @Override
    public Rulebook rulebook() {
        return rulebook;
    }

    @Override
    public List<Topic> topics() {
        return List.of();
    }

    @Override
    public List<City> places(String country, String text) {
        return List.of();
    }

    @Override
    public List<City> within(double south, double west, double north, double east) {
        return List.of();
    }

    @Override
    public City near(double latitude, double longitude) {
        throw untold("places are told");
    }

    @Override
    public Map<String, String> regions() {
        return Map.of();
    }

    @Override
    public List<Question> questions(String topic) {
        return List.of();
    }

    @Override
    public List<RelatedTopic> related(Places places, List<String> topics) {
        return List.of();
    }

    @Override
    public List<AudienceSize> sizes(@Nullable String account, List<AudienceDefinition> audiences) {
        throw untold("sizes are told");
    }

    @Override
    public List<PlacementSize> placementSizes(String account, AudienceDefinition audience) {
        throw untold("sizes are told");
    }

    @Override
    public BidTold bids(String account, BidQuestion question) {
        throw untold("bids are told");
    }

    @Override
    public Overlaps overlaps(@Nullable String account, List<AudienceDefinition> audiences) {
        throw untold("shared people are told");
    }

    @Override
    public String createSource(String account, String key, SourceOrder order) {
        throw byHand();
    }

    @Override
    public SourceTold fillSource(String account, String source, Path hashes) {
        throw byHand();
    }

    @Override
    public SourceTold source(String account, String source) {
        throw untold("sources are told");
    }

    @Override
    public Traits traits(String account, String source, String country) {
        throw untold("traits are told");
    }

    @Override
    public void openAccount(AccountOrder order) {
        // It is open there already; here it is only named.
    }

    @Override
    public AccountTold account(String account) {
        return new AccountTold(null, List.of());
    }

    @Override
    public void sendMedium(String sha256, Path file) {
        throw byHand();
    }

    @Override
    public String createForm(String account, String key, LeadForm form) {
        throw byHand();
    }

    @Override
    public boolean askSender(String account, String name) {
        throw byHand();
    }

    @Override
    public String create(String key, Under under, Settings wanted) {
        throw byHand();
    }

    @Override
    public void change(String externalId, Under under, Settings wanted) {
        throw byHand();
    }

    @Override
    public void pause(Level level, String externalId, boolean paused) {
        throw byHand();
    }

    @Override
    public void remove(Level level, String externalId) {
        throw byHand();
    }

    @Override
    public List<ItemTold> items(String campaignId, String currency) {
        throw untold("items are told");
    }

    @Override
    public List<Review> reviews(String account) {
        return List.of();
    }

    @Override
    public Page<Hour> reports(String account, long after) {
        return Page.of(List.of());
    }

    @Override
    public String beginReport(String account, LocalDate from, LocalDate to, List<String> by) {
        throw untold("results are told");
    }

    @Override
    public ReportState report(String account, String reportId) {
        throw untold("results are told");
    }

    @Override
    public Page<PartOfDay> reportRows(String account, String reportId, int page) {
        throw untold("results are told");
    }

    @Override
    public Map<String, Long> reach(
            String account, @Nullable LocalDate from, @Nullable LocalDate to, Map<String, List<String>> sets) {
        return Map.of();
    }

    @Override
    public Map<String, Long> parts(String campaignId) {
        return Map.of();
    }

    @Override
    public List<LeadTold> leads(String account, long after) {
        return List.of();
    }

    @Override
    public List<ChatTold> chats(String account, long after) {
        return List.of();
    }

    @Override
    public void eraseLeads(String account, List<Long> leads, List<Long> chats) {
        throw byHand();
    }

    @Override
    public List<PostTold> posts(String account, long after) {
        return List.of();
    }

    @Override
    public byte[] still(String account, String post) {
        return new byte[0];
    }
}
