/** A round in the window: its files, what becomes of each, and all of it together. Uses the rooms of the frame. Start at {@link idleheron.desktop.round.RoundModel}. */
@org.jspecify.annotations.NullMarked
package idleheron.desktop.round;
