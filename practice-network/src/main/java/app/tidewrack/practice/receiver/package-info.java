/** A stand-in for whatever a client has its leads sent to: it checks who sent them and can be made to fail. */
@NullMarked
package app.tidewrack.practice.receiver;

import org.jspecify.annotations.NullMarked;
