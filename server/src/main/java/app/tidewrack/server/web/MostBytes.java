package app.tidewrack.server.web;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The longest body an operation reads, where it is another than {@link BodyLimit#USUAL}. The API's description tells it. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface MostBytes {
    int value();
}
