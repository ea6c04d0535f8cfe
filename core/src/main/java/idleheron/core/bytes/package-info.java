/** Sums and comparisons over memory that may vanish while it is read. Uses nothing. Start at {@link idleheron.core.bytes.Bytes}. */
package idleheron.core.bytes;
