/**
 * Motion by formula as text: the document (TOML with the places of its values), what it says as a plan, and the remedy that puts
 * it on a figure. Uses core and what formats share. Start at {@link idleheron.formats.formula.MotionText}.
 */
@org.jspecify.annotations.NullMarked
package idleheron.formats.formula;
