package app.tidewrack.server.form;

import app.tidewrack.core.form.ChatScript;
import app.tidewrack.core.form.ChatScript.Reply;
import app.tidewrack.core.form.DirectMessage;
import app.tidewrack.server.web.JsonColumn;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** What a person writes of a chat or message; the other kind's parts are empty. */
@JsonColumn
public record ScriptDraft(
        String greeting,
        List<Reply> replies,
        String sender,
        String subject,
        String body,
        String button,
        String link,
        @Nullable String bannerSha) {

    ChatScript chat(String id, String name) {
        return new ChatScript(id, name, greeting, replies);
    }

    DirectMessage message(String id, String name) {
        return new DirectMessage(id, name, sender.strip(), subject, body, button, link.strip(), bannerSha);
    }
}
