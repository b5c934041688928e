/** Companies, sites and bank accounts with their marks, and the lock every change of an account takes. Uses {@code activity} and {@code access}. */
@NullMarked
package tidemark.app.company;

import org.jspecify.annotations.NullMarked;
