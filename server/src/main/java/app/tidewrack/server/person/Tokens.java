package app.tidewrack.server.person;

import app.tidewrack.core.plan.CampaignFacts;
import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.core.source.Contact;
import app.tidewrack.server.web.Ids;
import app.tidewrack.server.web.NotFound;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;

/** What programs show instead of signing in. Only a hash is kept: a token is told once, when it is made. */
@Component
@RequiredArgsConstructor
class Tokens {
    private static final int MOST = 50;
    private static final int MOST_DAYS = 366;

    private final TokenMapper mapper;
    private final PersonMapper people;

    /**
     * @param clientId null for every client of the person
     * @param usedAt to the minute; null when it never was
     */
    record ProgramTokenView(
            String id,
            String name,
            @Nullable String clientId,
            Role role,
            Instant madeAt,
            Instant expiresAt,
            @Nullable Instant usedAt) {}

    /** A token for the one who made it to keep. */
    record TokenTold(String token, ProgramTokenView view) {}

    @Mapper
    interface TokenMapper {
        String COLUMNS = "id, name, client_id, role, made_at, expires_at, used_at";

        @Select("select " + COLUMNS + " from program_token where person_id = #{personId} order by made_at desc, id")
        List<ProgramTokenView> ofPerson(String personId);

        @Insert("""
                insert into program_token (id, hash, name, person_id, client_id, role, expires_at)
                values (#{id}, #{hash}, #{name}, #{personId}, #{clientId}, #{role}, #{expiresAt})""")
        void insert(
                String id,
                String hash,
                String name,
                String personId,
                @Nullable String clientId,
                Role role,
                Instant expiresAt);

        @Delete("delete from program_token where person_id = #{personId} and id = #{id}")
        int delete(String personId, String id);

        record Known(String id, String personId, @Nullable String clientId, Role role) {}

        /** One that is still good, of a person who is still here. */
        @Select("""
                select t.id, t.person_id, t.client_id, t.role from program_token t join person p on p.id = t.person_id
                where t.hash = #{hash} and t.expires_at > now() and p.closed_at is null""")
        Optional<Known> known(String hash);

        @Update("""
                update program_token set used_at = now()
                where id = #{id} and (used_at is null or used_at < now() - interval '1 minute')""")
        void used(String id);
    }

    List<ProgramTokenView> of(String personId) {
        return mapper.ofPerson(personId);
    }

    /** @throws Refusal when it lasts too long, there are too many, or it would allow more than its maker may */
    TokenTold make(String personId, String name, @Nullable String clientId, Role role, int days) {
        if (days < 1 || days > MOST_DAYS) {
            throw new Refusal(
                    "days",
                    "A token for %d days is out of 1 to %d.".formatted(days, MOST_DAYS),
                    "Make a new one when it ends.");
        }
        if (mapper.ofPerson(personId).size() >= MOST) {
            throw new Refusal("name", "There are %d tokens, the most.".formatted(MOST), "End one first.");
        }
        if (clientId != null) {
            Role own = people.role(personId, clientId).orElseThrow(() -> new NotFound("client", clientId));
            if (own.compareTo(role) < 0) {
                throw new Refusal("role", "A token cannot allow more than you may at this client.", "Choose less.");
            }
        } else if (role != Role.VIEWER) {
            throw new Refusal("role", "A token for all clients only reads.", "Choose one client, or reading.");
        }
        String id = Ids.fresh();
        String token = Secret.fresh();
        mapper.insert(
                id,
                Contact.hash(token),
                CampaignFacts.checkedName(name),
                personId,
                clientId,
                role,
                Instant.now().plus(Duration.ofDays(days)));
        ProgramTokenView view = mapper.ofPerson(personId).stream()
                .filter(t -> t.id().equals(id))
                .findFirst()
                .orElseThrow();
        return new TokenTold(token, view);
    }

    void end(String personId, String id) {
        if (mapper.delete(personId, id) == 0) {
            throw new NotFound("token", id);
        }
    }

    /** Whose token it is; nothing when it never was one, has ended, or its maker left. */
    Optional<ProgramToken> read(String token) {
        return mapper.known(Contact.hash(token)).map(k -> {
            mapper.used(k.id());
            return new ProgramToken(k.id(), k.personId(), k.clientId(), k.role());
        });
    }
}
