/** One recipe over many files: which they are, what becomes of each, several at once, in parts, and gone on with after any end. Start at {@link idleheron.app.round.RoundRun}. */
@org.jspecify.annotations.NullMarked
package idleheron.app.round;
