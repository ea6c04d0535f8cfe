/**
 * Clips that are written as text, by keys and formulas: the document (TOML with the places of its values), and what it says as a
 * plan. Uses core and what formats share. Start at {@link idleheron.formats.motion.MotionFormat}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.formats.motion;
