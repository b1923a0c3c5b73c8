package app.tidewrack.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Who may ask for what is of no client. An operation without it, of no client, is refused to everybody; those of a client go by the
 * person's role there.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.METHOD, ElementType.TYPE})
public @interface May {
    Who value();

    /** By rising right. */
    enum Who {
        /** Whoever comes by, signed in or not. */
        ANYBODY,
        /** Whoever is signed in, or a program that shows a token. */
        MEMBERS_AND_PROGRAMS,
        MEMBERS,
        ADMINISTRATORS
    }
}
