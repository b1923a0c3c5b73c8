package app.tidewrack.core.audience;

/** Whom a gender condition lets in. */
public enum Gender {
    ANY,
    WOMEN,
    MEN
}
