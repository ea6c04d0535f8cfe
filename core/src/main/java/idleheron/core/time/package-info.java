/** Frame rates as fractions, and moments. Uses nothing. Start at {@link idleheron.core.time.FrameRate}. */
package idleheron.core.time;
