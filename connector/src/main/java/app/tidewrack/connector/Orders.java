package app.tidewrack.connector;

import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.launch.Level;
import app.tidewrack.core.launch.Settings;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What is set up on a network. */
public interface Orders {
    /** Opens an account, or changes an open one; an open account keeps its currency and zone. */
    void openAccount(AccountOrder order);

    /** What the network tells of an open account. */
    AccountTold account(String account);

    /** Keeps a picture or video by its content's SHA-256; sending it again does nothing. */
    void sendMedium(String sha256, Path file);

    /** @return the network's id of the form, made now or earlier under the same key */
    String createForm(String account, String key, LeadForm form);

    /** Asks someone to be named as sender of direct messages; gives whether they agree. */
    boolean askSender(String account, String name);

    /**
     * @param wanted sources and forms by the network's ids
     * @return the network's id of what was created, now or earlier under the same key
     */
    String create(String key, Under under, Settings wanted);

    void change(String externalId, Under under, Settings wanted);

    /** Money may be running: it is asked for even while the network does not answer. */
    @Urgent
    void pause(Level level, String externalId, boolean paused);

    /** Removes for good; what belongs to it goes with it. Removing again does nothing. */
    void remove(Level level, String externalId);

    /** Who ads are from. */
    record Profile(String id, String name) {}

    /**
     * @param account the network's id of the account
     * @param site domain whose site tag reports to the account; null without one
     */
    record AccountOrder(
            String account,
            String name,
            String currency,
            String zone,
            @Nullable String site,
            List<Profile> profiles,
            @Nullable Long spendingLimitMinor) {}

    /** @param agreedSenders who agreed to be named in direct messages */
    record AccountTold(@Nullable SiteTag siteTag, List<String> agreedSenders) {}

    record SiteTag(String site, List<TagEvent> events) {}

    /** @param lastSeen the account day it was last reported; null when it never was */
    record TagEvent(String event, @Nullable LocalDate lastSeen, long lastDayPeople) {}

    /**
     * What an item belongs to.
     *
     * @param account the network's id of the account
     * @param parent the network's id of the campaign of an ad group, or of the ad group of an ad; empty for a campaign
     */
    record Under(String account, String parent) {}
}
