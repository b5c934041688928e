/** Benchmarks: each times our code against a plain baseline, in turn, in one process, and prints the ratio. */
@NullMarked
package tidemark.bench;

import org.jspecify.annotations.NullMarked;
