package app.tidewrack.connector;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** What people sent. */
public interface Leads {
    /** @param after cursor of the last lead already had, 0 for all; empty when there is no more */
    List<LeadTold> leads(String account, long after);

    /** @param after cursor of the last chat already had, 0 for all; empty when there is no more */
    List<ChatTold> chats(String account, long after);

    /**
     * Takes out what somebody sent, of an account. What is not there any more is no fault.
     *
     * @param leads their numbers, as they were told; likewise chats
     * @throws NetworkRefused when this network takes nothing out
     */
    void eraseLeads(String account, List<Long> leads, List<Long> chats);

    /**
     * What a person sent.
     *
     * @param form the network's id of the form
     * @param answers by ready question's code or own question's text
     */
    record LeadTold(long seq, String adId, String form, Instant at, Map<String, String> answers) {}

    record ChatLine(boolean fromPerson, String text) {}

    /**
     * What was said in a chat.
     *
     * @param name as the person shows themselves; null where they do not
     */
    record ChatTold(
            long seq, String adId, Instant at, @Nullable String name, List<ChatLine> lines) {}
}
