package app.tidewrack.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Values of the type are columns of their own, as {@code jsonb}: mappers name them like numbers and texts. */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
public @interface JsonColumn {
    /** Whether equal texts are read once: for immutable values that are looked at with every edit of a plan. */
    boolean readOnce() default false;
}
