/**
 * Files that banks take and send back: ACH files of fixed records, and payment messages of ISO 20022; written, read and
 * checked, whoever wrote them.
 */
@NullMarked
package tidemark.core.bankfile;

import org.jspecify.annotations.NullMarked;
