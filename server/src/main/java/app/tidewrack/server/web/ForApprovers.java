package app.tidewrack.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What an approver of the client may do although it changes something. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface ForApprovers {
    /** Whether buyers may not: nobody says yes to what they sent themselves, and no program for anybody. */
    boolean alone() default false;
}
