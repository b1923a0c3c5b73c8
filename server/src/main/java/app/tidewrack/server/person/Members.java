package app.tidewrack.server.person;

import lombok.RequiredArgsConstructor;
import org.springframework.stereotype.Component;

/** Who works for whom, for what goes on after a request was let in. */
@Component
@RequiredArgsConstructor
public class Members {
    private final PersonMapper mapper;

    public boolean isMember(String personId, String clientId) {
        return mapper.role(personId, clientId).isPresent();
    }
}
