/**
 * Motion by formula as a carrier: a file that is read and not written. Uses core, the text of a motion and what formats share.
 * Start at {@link idleheron.formats.motion.MotionFormat}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.formats.motion;
