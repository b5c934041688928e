/** The HTTP edge: security headers, the one place that turns a broken rule into a problem detail, and the single page. */
@NullMarked
package tidemark.app.web;

import org.jspecify.annotations.NullMarked;
