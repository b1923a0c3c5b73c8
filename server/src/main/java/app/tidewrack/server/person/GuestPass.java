package app.tidewrack.server.person;

import org.jspecify.annotations.Nullable;
import org.springframework.security.authentication.AbstractAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;

/** Somebody without an account who came by the link of one sign-off, under the name they gave. */
public final class GuestPass extends AbstractAuthenticationToken {
    private static final long serialVersionUID = 1;

    private final String linkId;
    private final String clientId;
    private final String signOffId;
    private final String guest;

    public GuestPass(String linkId, String clientId, String signOffId, String guest) {
        super(AuthorityUtils.createAuthorityList("GUEST"));
        this.linkId = linkId;
        this.clientId = clientId;
        this.signOffId = signOffId;
        this.guest = guest;
        setAuthenticated(true);
    }

    public String linkId() {
        return linkId;
    }

    public String clientId() {
        return clientId;
    }

    public String signOffId() {
        return signOffId;
    }

    /** What they say they are called. */
    public String guest() {
        return guest;
    }

    /** No person's id. */
    @Override
    public Object getPrincipal() {
        return "link " + linkId;
    }

    @Override
    @Nullable
    public Object getCredentials() {
        return null;
    }
}
