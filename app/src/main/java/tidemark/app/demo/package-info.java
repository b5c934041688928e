/** The demo company, told through the application's own services. Uses everything above. */
@NullMarked
package tidemark.app.demo;

import org.jspecify.annotations.NullMarked;
