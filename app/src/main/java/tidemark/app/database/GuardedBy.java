package tidemark.app.database;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * Rows of this entity are changed only with that row locked. They may be read before the lock is taken only where they
 * are not used after it: what was read before is what it was before others had done their work.
 */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
public @interface GuardedBy {
    LockedRow value();
}
