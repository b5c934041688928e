/**
 * Statement files in and out. {@link tidemark.core.format.StatementFiles} unpacks a file, finds its format from its
 * content and hands it to one of the {@link tidemark.core.format.StatementReader}s, which tell a
 * {@link tidemark.core.format.StatementSink} what they find; sums are checked on the way. May depend on
 * {@code statement}, {@code table}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.format;

import org.jspecify.annotations.NullMarked;
