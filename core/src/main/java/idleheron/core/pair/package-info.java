/** Both sides, what belongs to what, from where on a difference counts, and what a topic, a cause and a loss are. Uses poses and remedies, and no kind of asset. Start at {@link idleheron.core.pair.Pair}. */
package idleheron.core.pair;
