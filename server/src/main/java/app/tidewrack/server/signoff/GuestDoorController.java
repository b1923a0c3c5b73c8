package app.tidewrack.server.signoff;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.server.agency.Agencies;
import app.tidewrack.server.agency.Agency;
import app.tidewrack.server.person.GuestPass;
import app.tidewrack.server.person.Guests;
import app.tidewrack.server.person.Guests.Opened;
import app.tidewrack.server.person.Guests.SignedInHere;
import app.tidewrack.server.signoff.kept.SignOffMapper.SignOffLine;
import app.tidewrack.server.web.AsksOnly;
import app.tidewrack.server.web.Deeds;
import app.tidewrack.server.web.May;
import app.tidewrack.server.web.May.Who;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import lombok.RequiredArgsConstructor;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Where somebody without an account comes in by the link of a sign-off. */
@RestController
@RequestMapping("/api/door/sign-off")
@RequiredArgsConstructor
class GuestDoorController {
    private final Guests guests;
    private final SignOffDesk desk;
    private final Agencies agencies;

    record GuestLinkBody(@NotBlank @Size(max = 100) String secret) {}

    record EnterBody(
            @NotBlank @Size(max = 100) String secret,
            @NotBlank @Size(max = 100) String name) {}

    /**
     * @param name whom the link was made for
     * @param enteredAs under which name whoever asks came in by it already; null while they did not
     * @param colleague who is signed in in this browser with an account; null for nobody
     */
    record GuestView(
            String agency,
            String clientId,
            String client,
            String signOffId,
            String plan,
            String sentBy,
            String name,
            Instant expiresAt,
            @Nullable String enteredAs,
            @Nullable SignedInHere colleague) {}

    /** What a link is for. */
    @PostMapping
    @May(Who.ANYBODY)
    @AsksOnly
    GuestView look(@Valid @RequestBody GuestLinkBody body, @Nullable Principal who) {
        Opened link = opened(body.secret());
        SignOffLine line = desk.line(link.clientId(), link.signOffId());
        return new GuestView(
                agencies.agency().map(Agency::name).orElse(""),
                link.clientId(),
                link.client(),
                link.signOffId(),
                link.plan(),
                line.sentBy(),
                link.name(),
                link.expiresAt(),
                who instanceof GuestPass guest && guest.linkId().equals(link.id()) ? guest.guest() : null,
                who == null || who instanceof GuestPass ? null : guests.colleague(who.getName(), link.clientId()));
    }

    @PostMapping("/entered")
    @May(Who.ANYBODY)
    @Deeds.AlsoRefused
    void enter(@Valid @RequestBody EnterBody body, HttpServletRequest request, HttpServletResponse response) {
        Opened link = opened(body.secret());
        Deeds.of("client", link.clientId());
        Deeds.of("guest", link.id());
        guests.enter(link, CampaignFacts.checkedName(body.name()), request, response);
    }

    private Opened opened(String secret) {
        return guests.opened(secret)
                .orElseThrow(() -> new Refusal(
                        "secret", "This link has ended, or is none.", "Ask whoever sent it for a new one."));
    }
}
