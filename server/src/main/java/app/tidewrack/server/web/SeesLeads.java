package app.tidewrack.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Shows, takes away or changes what people sent of themselves: a right of its own at each client, beside the role. */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.METHOD, ElementType.TYPE})
public @interface SeesLeads {
    /** No on an operation that is none of it, among those that are. */
    boolean value() default true;
}
