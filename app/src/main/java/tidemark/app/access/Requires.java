package tidemark.app.access;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The right an endpoint asks for, in the company of its path. An endpoint without it answers nobody. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Requires {
    Right value();

    /** Others that are asked for beside it, where the answer tells what they guard. */
    Right[] also() default {};
}
