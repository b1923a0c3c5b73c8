package app.tidewrack.practice;

import app.tidewrack.core.refusal.Refusal;
import app.tidewrack.practice.world.Chance;
import java.util.Optional;
import java.util.function.Consumer;
import lombok.RequiredArgsConstructor;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Select;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Creates under a key, or answers what the key created before. */
@Component
@RequiredArgsConstructor
public class KeyedCreation {
    private static final long NUMBERS = 1_000_000_000_000L;
    private static final int LONGEST_KEY = 200;

    private final AnsweredMapper mapper;
    private final JsonMapper json;

    record Answered(String createdId, long content) {}

    @Mapper
    interface AnsweredMapper {
        @Select("select pg_advisory_xact_lock(hashtext(#{key}))")
        Object lock(String key);

        @Select("""
                select created_id, content from answered where network = #{network} and idempotency_key = #{key}""")
        Optional<Answered> answered(String network, String key);

        @Insert("""
                insert into answered (network, idempotency_key, content, created_id)
                values (#{network}, #{key}, #{content}, #{id})""")
        void answer(String network, String key, long content, String id);

        @Select("select exists (select 1 from answered where created_id = #{id})")
        boolean taken(String id);
    }

    /**
     * Call within a transaction; two calls with one key wait for each other.
     *
     * @param prefix beginning of the new id
     * @param create sets up under the id it is given
     * @throws KeyTaken when the key came with other content before
     */
    public String once(String network, String key, Object content, String prefix, Consumer<String> create) {
        if (key.isBlank() || key.length() > LONGEST_KEY) {
            throw new Refusal(
                    "Idempotency-Key",
                    "A key has 1 to %d characters; this has %d.".formatted(LONGEST_KEY, key.length()),
                    "Send another.");
        }
        mapper.lock(network + key);
        long hash = Chance.seed(content.getClass().getSimpleName() + json.writeValueAsString(content));
        Optional<Answered> answered = mapper.answered(network, key);
        if (answered.isPresent()) {
            if (answered.get().content() != hash) {
                throw new KeyTaken(key, answered.get().createdId());
            }
            return answered.get().createdId();
        }
        String id = fresh(prefix, hash);
        create.accept(id);
        mapper.answer(network, key, hash, id);
        return id;
    }

    /**
     * An id by what is ordered, not by when: calls that come in another order, or at once, give the same world. Of orders that
     * are alike each has its own.
     */
    private String fresh(String prefix, long hash) {
        long number = Long.remainderUnsigned(hash, NUMBERS);
        while (mapper.taken(prefix + number)) {
            number = (number + 1) % NUMBERS;
        }
        return prefix + number;
    }
}
