package app.tidewrack.server.person;

/** What a person may do at a client, from the least to the most. */
public enum Role {
    /** Reads. */
    VIEWER,
    /** Reads, comments and signs off. */
    APPROVER,
    /** Does everything. */
    BUYER;

    Role butNoMoreThan(Role other) {
        return ordinal() <= other.ordinal() ? this : other;
    }
}
