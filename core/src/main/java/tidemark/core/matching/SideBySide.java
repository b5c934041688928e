package tidemark.core.matching;

import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Two pieces of work side by side. The caller does what nobody else has begun: it never waits for a pool whose workers may
 * themselves wait for something that the caller holds.
 */
final class SideBySide {
    private SideBySide() {}

    /** What both came to. */
    record Both<A, B>(A first, B second) {}

    @SuppressWarnings("unchecked")
    static <A, B> Both<A, B> of(Supplier<A> first, Supplier<B> second) {
        Object[] done = Stream.of(first, second).parallel().map(Supplier::get).toArray();
        return new Both<>((A) done[0], (B) done[1]);
    }
}
