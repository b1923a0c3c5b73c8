package app.tidewrack.server.person;

import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AbstractAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;

/** A program that asks in a person's name, with no more than its token allows. */
public final class ProgramToken extends AbstractAuthenticationToken {
    private static final long serialVersionUID = 1;

    private final String tokenId;
    private final String personId;

    @Nullable
    private final String clientId;

    private final Role most;

    ProgramToken(String tokenId, String personId, @Nullable String clientId, Role most) {
        super(AuthorityUtils.createAuthorityList("PROGRAM"));
        this.tokenId = tokenId;
        this.personId = personId;
        this.clientId = clientId;
        this.most = most;
        setAuthenticated(true);
    }

    public String tokenId() {
        return tokenId;
    }

    /** Whether it is good for a client. */
    public boolean covers(String client) {
        return clientId == null || clientId.equals(client);
    }

    Role most() {
        return most;
    }

    @Override
    public Object getPrincipal() {
        return personId;
    }

    @Override
    @Nullable
    public Object getCredentials() {
        return null;
    }
}
