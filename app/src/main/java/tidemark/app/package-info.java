/**
 * The application around the core: persistence, services, the HTTP interface. One package a capability; they may use
 * one another only downwards: {@code demo} and {@code today}, {@code certificate}, {@code reconcile}, {@code matching},
 * {@code statement}, {@code ledger}, {@code company}, {@code access}, {@code activity}.
 */
@NullMarked
package tidemark.app;

import org.jspecify.annotations.NullMarked;
