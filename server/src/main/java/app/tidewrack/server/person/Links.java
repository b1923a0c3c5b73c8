package app.tidewrack.server.person;

import app.tidewrack.core.source.Contact;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Links by which a person chooses a password: the first, or a new one. Each is good once and for seven days; a new one ends the last. */
@Component
@RequiredArgsConstructor
public class Links {
    static final Duration GOOD_FOR = Duration.ofDays(7);

    private final LinkMapper mapper;

    /** @param secret what stands behind the address of the page, told once */
    public record LinkTold(String secret, Instant expiresAt) {}

    /** A link that was made and not used, without its secret. */
    public record OpenLink(String personId, Instant expiresAt) {}

    @Mapper
    interface LinkMapper {
        @Insert("""
                insert into person_link (hash, person_id, made_by, expires_at)
                values (#{hash}, #{personId}, #{madeBy}, #{expiresAt})
                on conflict (person_id) do update
                set hash = excluded.hash, made_by = excluded.made_by, made_at = now(), expires_at = excluded.expires_at""")
        void keep(String hash, String personId, String madeBy, Instant expiresAt);

        @Select("""
                select l.person_id from person_link l join person p on p.id = l.person_id
                where l.hash = #{hash} and l.expires_at > now() and p.closed_at is null""")
        Optional<String> person(String hash);

        @Delete("delete from person_link where hash = #{hash} and expires_at > now()")
        int use(String hash);

        @Delete("delete from person_link where person_id = #{personId}")
        void forget(String personId);

        @Select("select person_id, expires_at from person_link where expires_at > now()")
        List<OpenLink> open();
    }

    public LinkTold make(String personId, String madeBy) {
        String secret = Secret.fresh();
        Instant expiresAt = Instant.now().plus(GOOD_FOR);
        mapper.keep(Contact.hash(secret), personId, madeBy, expiresAt);
        return new LinkTold(secret, expiresAt);
    }

    public List<OpenLink> open() {
        return mapper.open();
    }

    public void forget(String personId) {
        mapper.forget(personId);
    }

    /** Whose link it is, while it is good. */
    Optional<String> whose(String secret) {
        return mapper.person(Contact.hash(secret));
    }

    /** Ends the link; false when somebody was faster. */
    @Transactional
    public boolean use(String secret) {
        return mapper.use(Contact.hash(secret)) == 1;
    }
}
