package app.tidewrack.server.lead;

import static java.nio.charset.StandardCharsets.UTF_8;

import app.tidewrack.server.person.Sealed;
import lombok.RequiredArgsConstructor;
import org.springframework.beans.factory.InitializingBean;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionOperations;

/** Seals what an earlier version kept unsealed, before anything is sent. */
@Component
@RequiredArgsConstructor
class OldSecrets implements InitializingBean {
    private final LeadMapper mapper;
    private final Sealed sealed;
    private final TransactionOperations transactions;

    @Override
    public void afterPropertiesSet() {
        transactions.executeWithoutResult(t -> mapper.unsealed()
                .forEach(u -> mapper.seal(u.clientId(), sealed.seal(u.secret().getBytes(UTF_8)))));
    }
}
