/**
 * The computation of Tide Mark. Plain Java: no web framework, no database, no clock, no random numbers; dates and
 * figures come in as arguments and results go out as values. Each package is one capability:
 * {@code problem} and {@code money} are used by all; {@code statement} and {@code ledger} know nothing of each other;
 * {@code matching} and {@code proof} read both; {@code certificate} stands on {@code proof}.
 */
@NullMarked
package tidemark.core;

import org.jspecify.annotations.NullMarked;
