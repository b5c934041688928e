/**
 * The conditions of certifying, the mark, the states of a month, the certificate with its seal and chain, and their verification. May depend on {@code proof}, {@code money} and {@code problem}.
 */
@NullMarked
package tidemark.core.certificate;

import org.jspecify.annotations.NullMarked;
