package app.tidewrack.server.demo;

import app.tidewrack.core.form.LeadForm;
import app.tidewrack.core.network.Promoted;
import app.tidewrack.core.playbook.Playbook;
import app.tidewrack.core.post.PostRule;
import app.tidewrack.core.source.SourceKind;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.audience.AudienceLibrary;
import app.tidewrack.server.brief.BriefBody;
import app.tidewrack.server.client.Accounts;
import app.tidewrack.server.creative.CopyDeck.Wording;
import app.tidewrack.server.creative.CreativeDraft;
import app.tidewrack.server.feedback.FeedbackLibrary;
import app.tidewrack.server.form.ScriptDraft;
import app.tidewrack.server.form.ScriptLibrary;
import app.tidewrack.server.media.Looks;
import app.tidewrack.server.person.Role;
import app.tidewrack.server.plan.edit.EditBody;
import app.tidewrack.server.source.SourceLibrary;
import app.tidewrack.server.splittest.SplitTests.TestAsked;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The steps of the demo's story as its files tell them: what the application's own services are asked for. */
final class DemoStep {
    private DemoStep() {}

    record House(Agency agency) {}

    record Person(String id, String name, String email, String password) {}

    /** A client with an account on each network; their ids are the client's with the network's code. */
    record Client(
            String id,
            String name,
            String about,
            String currency,
            String zone,
            @Nullable String site,
            List<String> profiles,
            @Nullable Long spendingLimitMinor) {}

    /** One more account. */
    record Account(String id, String network, String currency, String zone, Accounts.Wanted wanted) {}

    record Member(String person, Role role) {}

    record Brief(BriefBody brief) {}

    /**
     * A customer list, drawn by chance: some people twice, some without an address.
     *
     * @param line what a row says of an order, a person and their address
     */
    record CustomerList(String name, long seed, int rows, String line, String country, List<String> accounts) {}

    record Source(String name, SourceKind kind, String account, SourceLibrary.Rule rule) {}

    record Audience(AudienceLibrary.Wanted wanted) {}

    /**
     * A piece of woven cloth with a mend on it.
     *
     * @param ground colour of the cloth, six hexadecimal digits
     * @param thread likewise, of the mend
     */
    record Look(String file, int width, int height, String ground, String thread, DemoPictures.Motif motif) {}

    record Picture(Look look) {}

    record Film(Look look, int seconds, boolean sound) {}

    /** A client's colours and mark. */
    record ColoursAndMark(Looks.Brand brand) {}

    /** A film of what is on the shelf, not made yet. */
    record Course(String name, app.tidewrack.core.film.Film film) {}

    record Phrases(List<Wording> phrases) {}

    /** @param file beside the story, a table with the columns stars, customer and review */
    record Feedback(String name, FeedbackLibrary.Kind kind, String file) {}

    /**
     * Things that a profile puts up by itself on its network.
     *
     * @param account on whose network
     */
    record Posts(String account, String profile, List<PutUp> posts) {}

    /**
     * @param name by which later steps may call it; null where none does
     * @param hours ago; less than 0 for later on
     * @param sha256 of what it shows; null for words alone
     * @param endsInHours when an event is over or an offer ends
     * @param pull how many times as much as an average post it is liked
     */
    record PutUp(
            @Nullable String name,
            @Nullable Promoted kind,
            int hours,
            String text,
            @Nullable String link,
            @Nullable String sha256,
            @Nullable Integer endsInHours,
            @Nullable Double pull) {}

    record Form(String name, LeadForm.FormContent content) {}

    record Script(String name, ScriptLibrary.Kind kind, ScriptDraft draft) {}

    /** Asks a person to be named as the sender of messages. */
    record Sender(String account, String name) {}

    record Creative(String name, CreativeDraft draft) {}

    /** Takes up a plan, a new one when none has the name; the steps after it are made in this one. */
    record Plan(String name) {}

    record Edit(EditBody edit) {}

    record SplitTest(String name, String hypothesis, TestAsked asked) {}

    record Launch() {}

    record Rules(Playbook playbook) {}

    record ProposesPosts(PostRule rule) {}

    /** Sends leads on to the receiver that ships beside the practice network. */
    record Receiver() {}
}
