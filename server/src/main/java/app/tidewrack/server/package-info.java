/** The web application's server: API, persistence, jobs and connectors around core. */
@NullMarked
package app.tidewrack.server;

import org.jspecify.annotations.NullMarked;
