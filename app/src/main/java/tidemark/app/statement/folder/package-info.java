/** A folder that is watched for files of a bank. */
@NullMarked
package tidemark.app.statement.folder;

import org.jspecify.annotations.NullMarked;
