package app.tidewrack.server.signoff;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.server.agency.Page;
import app.tidewrack.server.person.GuestPass;
import app.tidewrack.server.person.Guests;
import app.tidewrack.server.person.Guests.GuestLinkTold;
import app.tidewrack.server.person.PersonMapper;
import app.tidewrack.server.signoff.Comments.CommentPlace;
import app.tidewrack.server.signoff.Comments.PlanComment;
import app.tidewrack.server.signoff.Comments.Speaker;
import app.tidewrack.server.signoff.SignOffDesk.PartOfPlan;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.ForApprovers;
import app.tidewrack.server.web.ForGuests;
import app.tidewrack.server.web.MostBytes;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Sign-offs and what is said of plans. */
@RestController
@RequestMapping("/api/clients/{clientId}")
@RequiredArgsConstructor
class SignOffController {
    private final SignOffDesk desk;
    private final SignOffViews views;
    private final Comments comments;
    private final Guests guests;
    private final PersonMapper people;

    /**
     * @param planVersion the version whose change lists were looked at
     * @param asked an approver's id; null for whoever may approve
     */
    record SendBody(
            int planVersion,
            @Size(max = 100) List<@Valid PartOfPlan> campaigns,
            @Size(max = 10_000) String note,
            @Nullable String asked) {}

    /** @param reason why it is returned, or what is said with a yes */
    record DecisionBody(
            boolean approved, @Size(max = 10_000) String reason) {}

    /** @param name of whom it is for */
    record GuestBody(@Size(max = 100) String name, int days) {}

    /** @param answers the comment it answers, whose place it has; null for one that begins */
    record CommentBody(
            @Valid CommentPlace place,
            @Nullable String answers,
            @Size(max = 10_000) String says) {}

    record DoneBody(boolean done) {}

    @GetMapping("/sign-offs")
    List<SignOffLine> all(@PathVariable String clientId) {
        return desk.lines(clientId);
    }

    @MostBytes(1_000_000)
    @PostMapping("/plans/{planId}/sign-offs")
    SignOffLine send(
            @PathVariable String clientId,
            @PathVariable String planId,
            @Valid @RequestBody SendBody body,
            Principal person) {
        return desk.send(
                clientId, planId, body.planVersion(), body.campaigns(), body.note(), body.asked(), person.getName());
    }

    @ForGuests
    @GetMapping("/sign-offs/{signOffId}")
    SignOffView one(@PathVariable String clientId, @PathVariable String signOffId, Principal who) {
        return views.of(clientId, signOffId, who);
    }

    @ForGuests
    @ForApprovers(alone = true)
    @PostMapping("/sign-offs/{signOffId}/decision")
    SignOffLine decide(
            @PathVariable String clientId,
            @PathVariable String signOffId,
            @Valid @RequestBody DecisionBody body,
            Principal who) {
        return desk.decide(clientId, signOffId, body.approved(), body.reason(), speaker(who));
    }

    @DeleteMapping("/sign-offs/{signOffId}")
    SignOffLine withdraw(@PathVariable String clientId, @PathVariable String signOffId) {
        return desk.withdraw(clientId, signOffId);
    }

    /** What was approved, as PDF. */
    @ForGuests
    @Deeds.TakesAway
    @GetMapping(path = "/sign-offs/{signOffId}/paper", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> paper(@PathVariable String clientId, @PathVariable String signOffId) {
        SignOffLine line = desk.line(clientId, signOffId);
        return Page.download("%s, sign-off %d".formatted(line.plan(), line.number()), desk.paper(clientId, signOffId));
    }

    /** A link for somebody without an account, who may then comment and decide under the name they give. */
    @PostMapping("/sign-offs/{signOffId}/links")
    GuestLinkTold link(
            @PathVariable String clientId,
            @PathVariable String signOffId,
            @Valid @RequestBody GuestBody body,
            Principal person) {
        desk.line(clientId, signOffId);
        return guests.make(clientId, signOffId, CampaignFacts.checkedName(body.name()), body.days(), person.getName());
    }

    @DeleteMapping("/sign-offs/{signOffId}/links/{linkId}")
    void endLink(@PathVariable String clientId, @PathVariable String signOffId, @PathVariable String linkId) {
        guests.end(clientId, signOffId, linkId);
    }

    @ForGuests
    @ForApprovers
    @PostMapping("/sign-offs/{signOffId}/comments")
    PlanComment say(
            @PathVariable String clientId,
            @PathVariable String signOffId,
            @Valid @RequestBody CommentBody body,
            Principal who) {
        String planId = desk.line(clientId, signOffId).planId();
        return comments.say(clientId, planId, body.place(), signOffId, body.answers(), body.says(), speaker(who));
    }

    @ForGuests
    @ForApprovers
    @PutMapping("/sign-offs/{signOffId}/comments/{commentId}/done")
    void done(
            @PathVariable String clientId,
            @PathVariable String signOffId,
            @PathVariable String commentId,
            @Valid @RequestBody DoneBody body,
            Principal who) {
        String planId = desk.line(clientId, signOffId).planId();
        comments.setDone(clientId, planId, commentId, body.done(), speaker(who));
    }

    /** What was said of a plan, in sign-offs and beside them. */
    @GetMapping("/plans/{planId}/comments")
    List<PlanComment> comments(@PathVariable String clientId, @PathVariable String planId) {
        return comments.of(clientId, planId);
    }

    /** Says something beside a sign-off, for the team. */
    @ForApprovers
    @PostMapping("/plans/{planId}/comments")
    PlanComment sayBeside(
            @PathVariable String clientId,
            @PathVariable String planId,
            @Valid @RequestBody CommentBody body,
            Principal who) {
        return comments.say(clientId, planId, body.place(), null, body.answers(), body.says(), speaker(who));
    }

    @ForApprovers
    @PutMapping("/plans/{planId}/comments/{commentId}/done")
    void doneBeside(
            @PathVariable String clientId,
            @PathVariable String planId,
            @PathVariable String commentId,
            @Valid @RequestBody DoneBody body,
            Principal who) {
        comments.setDone(clientId, planId, commentId, body.done(), speaker(who));
    }

    /** Plans on which a comment waits for whoever asks. */
    private Speaker speaker(Principal who) {
        if (who instanceof GuestPass guest) {
            return new Speaker(null, guest.guest());
        }
        String name = people.byId(who.getName()).map(PersonMapper.Person::name).orElse("");
        return new Speaker(who.getName(), name);
    }
}
