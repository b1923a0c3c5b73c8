package app.tidewrack.server.person;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.person.PersonMapper.Person;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** Links for approvers without an account: each opens one sign-off until it ends. Only a hash of its secret is kept. */
@Component
@RequiredArgsConstructor
public class Guests {
    private static final int MOST = 20;
    private static final int MOST_DAYS = 30;

    private final GuestMapper mapper;
    private final Sessions sessions;
    private final PersonMapper people;

    /**
     * @param name whom it was made for
     * @param usedAt when it was opened last; null when it never was
     */
    public record GuestLink(
            String id,
            String name,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant usedAt) {}

    /** @param secret what stands behind the address of the page, told once */
    public record GuestLinkTold(String secret, GuestLink link) {}

    /** What a link opens. */
    public record Opened(
            String id, String clientId, String signOffId, String name, String client, String plan, Instant expiresAt) {}

    /**
     * Somebody with an account.
     *
     * @param sees whether the client of the link is among theirs
     */
    public record SignedInHere(String name, boolean sees) {}

    @Mapper
    interface GuestMapper {
        @Insert("""
                insert into sign_off_link (id, hash, client_id, sign_off_id, name, made_by, expires_at)
                values (#{id}, #{hash}, #{clientId}, #{signOffId}, #{name}, #{madeBy}, #{expiresAt})""")
        void insert(
                String id,
                String hash,
                String clientId,
                String signOffId,
                String name,
                String madeBy,
                Instant expiresAt);

        @Select("""
                select id, name, made_at, expires_at, used_at from sign_off_link
                where client_id = #{clientId} and sign_off_id = #{signOffId} and ended_at is null and expires_at > now()
                order by made_at desc, id""")
        List<GuestLink> open(String clientId, String signOffId);

        @Update("""
                update sign_off_link set ended_at = now()
                where client_id = #{clientId} and sign_off_id = #{signOffId} and id = #{id} and ended_at is null""")
        int end(String clientId, String signOffId, String id);

        String GOOD = """
                from sign_off_link l
                join sign_off s on s.client_id = l.client_id and s.id = l.sign_off_id
                join plan p on p.client_id = s.client_id and p.id = s.plan_id
                join client c on c.id = l.client_id
                where l.ended_at is null and l.expires_at > now() and c.removed_at is null and p.removed_at is null""";

        @Select("""
                select l.id, l.client_id, l.sign_off_id, l.name, c.name as client, p.name as plan, l.expires_at
                """ + GOOD + " and l.hash = #{hash}")
        Optional<Opened> opened(String hash);

        @Select("select exists (select 1 " + GOOD + " and l.id = #{id})")
        boolean isGood(String id);

        /** Whether a medium is among what was sent; a hash is found as it is written, wherever it stands. */
        @Select("select exists (select 1 " + GOOD + " and l.id = #{id} and position(#{sha} in s.content::text) > 0)")
        boolean shows(String id, String sha);

        @Update("update sign_off_link set used_at = now() where id = #{id}")
        void used(String id);
    }

    /** @throws Refusal when it lasts too long or there are too many */
    public GuestLinkTold make(String clientId, String signOffId, String name, int days, String madeBy) {
        if (days < 1 || days > MOST_DAYS) {
            throw new Refusal(
                    "days",
                    "A link for %d days is out of 1 to %d.".formatted(days, MOST_DAYS),
                    "Make a new one when it ends.");
        }
        List<GuestLink> open = mapper.open(clientId, signOffId);
        if (open.size() >= MOST) {
            throw new Refusal("name", "There are %d links, the most.".formatted(MOST), "End one first.");
        }
        String id = Ids.fresh();
        String secret = Secret.fresh();
        Instant expiresAt = Instant.now().plus(Duration.ofDays(days));
        mapper.insert(id, Contact.hash(secret), clientId, signOffId, name, madeBy, expiresAt);
        return new GuestLinkTold(secret, new GuestLink(id, name, Instant.now(), expiresAt, null));
    }

    public List<GuestLink> open(String clientId, String signOffId) {
        return mapper.open(clientId, signOffId);
    }

    /** @throws NotFound when there is no such link, or it has ended */
    public void end(String clientId, String signOffId, String id) {
        if (mapper.end(clientId, signOffId, id) == 0) {
            throw new NotFound("link", id);
        }
    }

    /** What a link opens while it is good. */
    public Optional<Opened> opened(String secret) {
        return mapper.opened(Contact.hash(secret));
    }

    public SignedInHere colleague(String personId, String clientId) {
        return new SignedInHere(
                people.byId(personId).map(Person::name).orElse(personId),
                people.role(personId, clientId).isPresent());
    }

    /** Lets somebody in by a link, under the name they give. */
    public void enter(Opened link, String name, HttpServletRequest request, HttpServletResponse response) {
        mapper.used(link.id());
        sessions.signIn(new GuestPass(link.id(), link.clientId(), link.signOffId(), name), request, response);
    }

    /** Whether the link that a guest came by is still good. */
    boolean isGood(GuestPass guest) {
        return mapper.isGood(guest.linkId());
    }

    boolean shows(GuestPass guest, String sha) {
        return mapper.shows(guest.linkId(), sha);
    }
}
